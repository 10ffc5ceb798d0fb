package lectomen.bench;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import lectomen.demo.DemoPaper;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.DocumentPreparer;
import lectomen.engine.convert.PdfaFallback;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PictureChoice;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.progress.Progress;

/**
 * How many pages of A4 at 300 dots per inch become PDF in a second on one core, beside what it takes to decode them; and how much
 * memory a whole process needs for a coloured sheet of A0.
 */
final class PagesBenchmark implements Benchmark {
    private static final int DOTS = 300;
    private static final int PAGES = 6;
    private static final long WARM_UP_NANOS = 8_000_000_000L;
    private static final long MEASURED_NANOS = 6_000_000_000L;
    private static final int A0_WIDTH = 9_933;
    private static final int A0_HEIGHT = 14_043;
    private static final int QUALITY = 85;

    @Override
    public String name() {
        return "pages";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path bits = scans(folder.resolve("bits.tif"), ColourDepth.BLACK_AND_WHITE);
        Path colour = scans(folder.resolve("colour.tif"), ColourDepth.COLOUR);
        double decodingBits = decoding(bits);
        double decodingColour = decoding(colour);
        List<Figure> figures = new ArrayList<>();
        figures.add(beside(
                decodingBits,
                "black and white to PDF as G4",
                converting(folder, bits, TargetFormat.PDF, PictureChoice.AS_THEY_ARE)));
        figures.add(beside(
                decodingColour,
                "colour to PDF as JPEG",
                converting(folder, colour, TargetFormat.PDF, PictureChoice.JPEG)));
        figures.add(beside(
                decodingColour,
                "colour to PDF in layers",
                converting(folder, colour, TargetFormat.PDF, PictureChoice.LAYERED)));
        figures.add(beside(
                decodingBits,
                "black and white to PDF/A-2b",
                converting(folder, bits, TargetFormat.PDF_A_2B, PictureChoice.AS_THEY_ARE)));
        figures.add(beside(decodingBits, "preparing black and white pages", preparing(folder, bits)));
        figures.add(beside(decodingColour, "preparing coloured pages", preparing(folder, colour)));
        figures.add(sheet(folder));
        return figures;
    }

    private static Figure beside(double decoding, String name, double pages) {
        return Figure.without(name, pages, "pages/s", Optional.of(decoding), "decoding the same pages");
    }

    private static Path scans(Path file, ColourDepth ink) throws IOException {
        BufferedImage page = tinted(DemoPaper.form(DOTS), ink);
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, QUALITY)) {
            for (int i = 0; i < PAGES; i++) {
                out.add(new PagePixels(page, DOTS, DOTS));
            }
        }
        return file;
    }

    /** Paper as a scanner gives it: not quite white, and with grain. */
    private static BufferedImage tinted(BufferedImage page, ColourDepth ink) {
        BufferedImage picture = Pixels.as(ink, page);
        if (ink == ColourDepth.COLOUR) {
            byte[] bytes = Pixels.bytes(picture);
            for (int i = 0; i < bytes.length; i++) {
                int value = (bytes[i] & 0xff) * (i % 3 == 0 ? 225 : 240) / 255 + ((i * 31) >> 4) % 7;
                bytes[i] = (byte) Math.min(255, value);
            }
        }
        return picture;
    }

    private static double pages(Rate.Work work) throws IOException {
        return Rate.pagesASecond(PAGES, WARM_UP_NANOS, MEASURED_NANOS, work);
    }

    private static double decoding(Path file) throws IOException {
        return pages(() -> Rate.decode(file, PAGES));
    }

    private static double converting(Path folder, Path file, TargetFormat form, PictureChoice choice)
            throws IOException {
        Conversion wanted = new Conversion(
                form,
                new PageLook(choice, QUALITY, Optional.empty()),
                DOTS,
                PdfaFallback.FAIL,
                Conversion.Saying.NOTHING,
                false);
        SourceDocument source = new SourceDocument(file, FileType.TIFF, "scan.tif");
        return pages(() ->
                done(new Converter(folder, source, Instant.EPOCH, Progress.Listener.NONE).convert(source, wanted)));
    }

    private static double preparing(Path folder, Path file) throws IOException {
        Preparation wanted = new Preparation(
                false, true, true, true, true, false, false, OptionalDouble.of(Preparation.USUAL_BLANK_MM2));
        SourceDocument source = new SourceDocument(file, FileType.TIFF, "scan.tif");
        return pages(() -> done(new DocumentPreparer(folder, Progress.Listener.NONE).prepare(source, wanted)));
    }

    private static void done(ConversionResult made) throws IOException {
        if (made instanceof ConversionResult.Failed failed) {
            throw new IllegalStateException(failed.reason().words());
        }
        for (Path file : ((ConversionResult.Files) made).files()) {
            Files.delete(file);
        }
    }

    /** The most memory that the whole process has while a coloured sheet of A0 becomes a PDF. */
    private static Figure sheet(Path folder) throws Exception {
        Path sheet = folder.resolve("a0.png");
        LargePng.write(sheet, A0_WIDTH, A0_HEIGHT, DOTS);
        double points = 3.0 * A0_WIDTH * A0_HEIGHT / 1e6;
        return Figure.without(
                "peak memory, A0 in colour, PNG to PDF",
                LauncherProcess.peakMegabytes(folder, "320m", "convert", sheet.toString(), "--to", "pdf", "--replace"),
                "MB",
                Optional.of(points),
                "its points, decoded");
    }
}
