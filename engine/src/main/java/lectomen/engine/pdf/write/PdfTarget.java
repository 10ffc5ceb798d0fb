package lectomen.engine.pdf.write;

import java.util.Locale;
import java.util.Optional;

/** The kind of PDF to make: a plain one, or one of the PDF/A levels of ISO 19005. */
public enum PdfTarget {
    PDF("PDF", 0, ""),
    PDF_A_1B("PDF/A-1b", 1, "B"),
    PDF_A_2B("PDF/A-2b", 2, "B"),
    PDF_A_2U("PDF/A-2u", 2, "U"),
    PDF_A_2A("PDF/A-2a", 2, "A"),
    PDF_A_3B("PDF/A-3b", 3, "B");

    private final String word;
    private final int part;
    private final String conformance;

    PdfTarget(String word, int part, String conformance) {
        this.word = word;
        this.part = part;
        this.conformance = conformance;
    }

    /** As it is written in rules and messages. */
    public String word() {
        return word;
    }

    public boolean isArchive() {
        return part > 0;
    }

    /** The part of ISO 19005; 0 for none. */
    public int part() {
        return part;
    }

    /** A, B or U; empty for none. */
    public String conformance() {
        return conformance;
    }

    /** Whether its parts must be told for those who can't see its pages. */
    public boolean isAccessible() {
        return conformance.equals("A");
    }

    /** Whether it may carry files of any kind. */
    public boolean mayCarryFiles() {
        return this == PDF || this == PDF_A_3B;
    }

    /** Of "PDF/A-2b", and of "pdfa-2b" as it is easier to type. */
    public static Optional<PdfTarget> findByWord(String word) {
        String plain = plain(word);
        for (PdfTarget target : values()) {
            if (plain(target.word).equals(plain)) {
                return Optional.of(target);
            }
        }
        return Optional.empty();
    }

    private static String plain(String word) {
        return word.strip().toLowerCase(Locale.ROOT).replaceAll("[/_ -]", "");
    }
}
