package lectomen.engine.ocr;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Options for recognising pages.
 *
 * @param languages whose letters are expected, by two letters each; none for all that are known
 * @param atOnce how many pages are read at the same time, each on a core of its own; each takes about 150 MB
 */
public record ReadingOptions(List<String> languages, Care care, PageChoice pages, Layer layer, int atOnce) {
    public static final ReadingOptions USUAL = new ReadingOptions(List.of(), Care.USUAL, PageChoice.ALL, Layer.GOOD, 1);

    /** Speed against care. */
    public enum Care {
        /** Each character as it looks best, without what it may be instead. */
        QUICK,
        /** What may be instead is weighed by how characters follow each other. */
        USUAL,
        /** Lines that are in doubt are looked at three times. */
        CAREFUL;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Care> findByWord(String word) {
            return List.of(values()).stream()
                    .filter(one -> one.word().equals(word))
                    .findFirst();
        }

        public static List<String> words() {
            return List.of(values()).stream().map(Care::word).toList();
        }
    }

    /** What becomes of text that a PDF's pages have already. */
    public enum Layer {
        /** Kept where it is good, read again where it is not. */
        GOOD,
        /** Kept whatever it says. */
        ALL,
        /** Pages that are pictures are read again. */
        NONE;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Layer> findByWord(String word) {
            return List.of(values()).stream()
                    .filter(one -> one.word().equals(word))
                    .findFirst();
        }

        public static List<String> words() {
            return List.of(values()).stream().map(Layer::word).toList();
        }
    }

    public ReadingOptions {
        languages = List.copyOf(languages);
    }

    public ReadingOptions atOnce(int pages) {
        return new ReadingOptions(languages, care, this.pages, layer, Math.max(1, pages));
    }
}
