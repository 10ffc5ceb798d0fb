package lectomen.engine.pdf;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.Pixels;
import lectomen.engine.page.Page;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/** A PDF whose pages are drawn one by one, with their words. */
public final class PageDrawing implements AutoCloseable {
    private static final double POINTS_PER_INCH = 72;

    /** So that a page takes a bounded amount of memory. */
    private static final double MOST_POINTS = 40_000_000;

    private final PDDocument document;
    private final PDFRenderer renderer;
    private final PageWords words = new PageWords();

    private PageDrawing(PDDocument document) {
        this.document = document;
        this.renderer = new StrictRenderer(document);
        renderer.setSubsamplingAllowed(true);
    }

    /** @throws IOException if it can't be read, or is locked */
    public static PageDrawing open(Path pdf) throws IOException {
        PDDocument document = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache());
        Optional<Reason> problem = PageCount.findProblem(document);
        if (problem.isPresent()) {
            document.close();
            throw new IOException(problem.get().words());
        }
        return new PageDrawing(document);
    }

    public int count() {
        return document.getNumberOfPages();
    }

    /** As many dots per inch as are wished, or as many as a page of that size may have. */
    public int mostDots(int number, int wished) {
        PDRectangle crop = document.getPage(number - 1).getCropBox();
        double square = crop.getWidth() / POINTS_PER_INCH * crop.getHeight() / POINTS_PER_INCH;
        return (int) Math.max(10, Math.min(wished, Math.sqrt(MOST_POINTS / Math.max(0.01, square))));
    }

    /** In colour, or in grey where it has none. */
    public BufferedImage draw(int number, int dotsPerInch) throws IOException {
        BufferedImage drawn =
                Pixels.as(ColourDepth.COLOUR, renderer.renderImageWithDPI(number - 1, dotsPerInch, ImageType.BGR));
        return isGrey(Pixels.bytes(drawn)) ? Pixels.as(ColourDepth.GREY, drawn) : drawn;
    }

    private static boolean isGrey(byte[] colours) {
        for (int i = 0; i + 2 < colours.length; i += 3) {
            if (colours[i] != colours[i + 1] || colours[i] != colours[i + 2]) {
                return false;
            }
        }
        return true;
    }

    public Page words(int number) throws IOException {
        return words.read(document, number);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
