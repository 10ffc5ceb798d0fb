package lectomen.engine.step.send;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How a document and its fields are sent. */
public enum SendForm {
    /** A form with a part for each (RFC 7578). */
    MULTIPART,
    /** One JSON object, with the document in Base64. */
    JSON;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static List<String> words() {
        return List.of(values()).stream().map(SendForm::word).toList();
    }

    public static Optional<SendForm> findByWord(String word) {
        return List.of(values()).stream()
                .filter(form -> form.word().equals(word))
                .findFirst();
    }
}
