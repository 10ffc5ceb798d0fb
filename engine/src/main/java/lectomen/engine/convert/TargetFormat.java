package lectomen.engine.convert;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.pdf.write.PdfTarget;
import org.jspecify.annotations.Nullable;

/** A format that a document can be converted to. */
public enum TargetFormat {
    PDF(FileType.PDF, PdfTarget.PDF),
    PDF_A_1B(FileType.PDF, PdfTarget.PDF_A_1B),
    PDF_A_2B(FileType.PDF, PdfTarget.PDF_A_2B),
    PDF_A_2U(FileType.PDF, PdfTarget.PDF_A_2U),
    PDF_A_2A(FileType.PDF, PdfTarget.PDF_A_2A),
    PDF_A_3B(FileType.PDF, PdfTarget.PDF_A_3B),
    TIFF(FileType.TIFF, null),
    PNG(FileType.PNG, null),
    JPEG(FileType.JPEG, null);

    private final FileType type;
    private final Optional<PdfTarget> pdf;

    TargetFormat(FileType type, @Nullable PdfTarget pdf) {
        this.type = type;
        this.pdf = Optional.ofNullable(pdf);
    }

    /** As it is written in rules. */
    public String word() {
        return pdf.map(PdfTarget::word).orElse(type.word());
    }

    public FileType type() {
        return type;
    }

    /** Which PDF it is; empty for pictures. */
    public Optional<PdfTarget> pdf() {
        return pdf;
    }

    public static Optional<TargetFormat> findByWord(String word) {
        Optional<PdfTarget> target = PdfTarget.findByWord(word);
        for (TargetFormat form : values()) {
            boolean same = target.isPresent()
                    ? form.pdf.equals(target)
                    : form.pdf.isEmpty()
                            && FileType.findByWord(word.toLowerCase(Locale.ROOT))
                                    .equals(Optional.of(form.type));
            if (same) {
                return Optional.of(form);
            }
        }
        return Optional.empty();
    }

    public static List<String> words() {
        return List.of(values()).stream().map(TargetFormat::word).toList();
    }
}
