package lectomen.engine.task;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Comparator;
import java.util.stream.Stream;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;

/** A document as a PDF, to be drawn: as it is, or laid out as it would be converted. */
final class PdfOfDocument {
    private PdfOfDocument() {}

    /** Uses the PDF, which is gone afterwards. */
    @FunctionalInterface
    interface Use<A> {
        A of(Path pdf) throws IOException;
    }

    /** Says why there is no PDF. */
    @FunctionalInterface
    interface Not<A> {
        A because(Reason reason);
    }

    static <A> A of(Path document, FileType type, FontBook fonts, Use<A> use, Not<A> not) throws IOException {
        if (type == FileType.PDF) {
            return use.of(document);
        }
        Path folder = Files.createTempDirectory("lectomen-page-");
        try {
            SourceDocument source = new SourceDocument(document, type, "");
            ConversionResult made = new Converter(folder, source, Instant.EPOCH, Progress.Listener.NONE)
                    .with(fonts)
                    .convert(source, Conversion.to(TargetFormat.PDF));
            return made instanceof ConversionResult.Failed failed
                    ? not.because(failed.reason())
                    : use.of(((ConversionResult.Files) made).files().get(0));
        } finally {
            try (Stream<Path> left = Files.walk(folder)) {
                for (Path one : left.sorted(Comparator.reverseOrder()).toList()) {
                    Files.deleteIfExists(one);
                }
            }
        }
    }
}
