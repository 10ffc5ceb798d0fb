package lectomen.engine.pdf.write;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How page pictures are put into a PDF. */
public enum PictureChoice {
    /** As they came where the target allows it; else black and white as CCITT G4, grey and colour as JPEG. */
    AS_THEY_ARE("as they are"),
    /** Grey and colour as JPEG of the wished quality, even where they came as something else. */
    JPEG("jpeg"),
    /** Grey and colour taken apart into sharp text and a smooth background. */
    LAYERED("layered");

    private final String word;

    PictureChoice(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public static Optional<PictureChoice> findByWord(String word) {
        String wanted = word.strip().toLowerCase(Locale.ROOT);
        return List.of(values()).stream()
                .filter(choice -> choice.word.equals(wanted))
                .findFirst();
    }

    public static List<String> words() {
        return List.of(values()).stream().map(PictureChoice::word).toList();
    }
}
