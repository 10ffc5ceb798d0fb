package lectomen.engine.convert;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What to do with a PDF that can't become PDF/A as it is. */
public enum PdfaFallback {
    /** The conversion fails, and says why. */
    FAIL("fail"),
    /** The document goes on as it came, with what stood in the way beside it. */
    KEEP("keep as it is"),
    /** Its pages become pictures, with their text invisibly on them. */
    PICTURES("pictures of pages");

    private final String word;

    PdfaFallback(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public static Optional<PdfaFallback> findByWord(String word) {
        String wanted = word.strip().toLowerCase(Locale.ROOT);
        return List.of(values()).stream()
                .filter(choice -> choice.word.equals(wanted))
                .findFirst();
    }

    public static List<String> words() {
        return List.of(values()).stream().map(PdfaFallback::word).toList();
    }
}
