package lectomen.engine.pdf.write;

import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.pdf.ScannedPage;
import lectomen.engine.pdf.StrictRenderer;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.util.Matrix;

/** A PDF whose scanned pages are extracted as pixels, processed and put back; its other pages stay unchanged. */
public final class PdfPages implements AutoCloseable {
    private static final double MOST_DOTS = 600;
    private static final double MOST_POINTS = 40_000_000;

    private final PDDocument document;
    private final PDFRenderer renderer;
    private final PageImages images;

    private PdfPages(PDDocument document, PageLook look) {
        this.document = document;
        this.renderer = new StrictRenderer(document);
        this.images = new PageImages(document, look);
    }

    /** @throws IOException if it can't be read, or is locked */
    public static PdfPages open(Path pdf, PageLook look) throws IOException {
        return new PdfPages(Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache()), look);
    }

    public int count() {
        return document.getNumberOfPages();
    }

    /** The page as pixels in the resolution of its picture; empty where it is no scan. */
    public Optional<PagePixels> findScan(int number) throws IOException {
        PDPage page = document.getPage(number - 1);
        Optional<ScannedPage> scan = ScannedPage.find(page);
        if (scan.isEmpty()) {
            return Optional.empty();
        }
        PDRectangle crop = page.getCropBox();
        double square = crop.getWidth() / 72.0 * crop.getHeight() / 72.0;
        double dots = Math.min(
                Math.min(scan.get().dotsPerInch(), MOST_DOTS), Math.sqrt(MOST_POINTS / Math.max(0.01, square)));
        boolean bits = scan.get().blackAndWhite();
        BufferedImage drawn =
                renderer.renderImageWithDPI(number - 1, (float) dots, bits ? ImageType.GRAY : ImageType.BGR);
        ColourDepth ink = bits ? ColourDepth.BLACK_AND_WHITE : ColourDepth.COLOUR;
        return Optional.of(new PagePixels(Pixels.as(ink, drawn), dots, dots));
    }

    /** Puts a page's new pixels in the place of all that is on it. */
    public void replace(int number, PagePixels pixels) throws IOException {
        PDPage page = document.getPage(number - 1);
        PDRectangle size = new PDRectangle((float) pixels.pageWidth(), (float) pixels.pageHeight());
        page.setMediaBox(size);
        page.setCropBox(size);
        page.setRotation(0);
        page.setResources(new PDResources());
        PageImages.Drawn drawn = images.of(pixels);
        try (PDPageContentStream content =
                new PDPageContentStream(document, page, PDPageContentStream.AppendMode.OVERWRITE, true)) {
            for (PDImageXObject image : drawn.images()) {
                content.drawImage(
                        image, new Matrix(AffineTransform.getScaleInstance(size.getWidth(), size.getHeight())));
            }
        }
    }

    public void remove(int number) {
        document.removePage(number - 1);
    }

    public void write(Path file) throws IOException {
        document.setAllSecurityToBeRemoved(true);
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            document.save(out);
        }
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
