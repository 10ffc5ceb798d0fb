package lectomen.engine.pdf;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/**
 * A PDF page as a picture.
 *
 * @param pages how many the document has
 * @param width of the page as a reader sees it, in points
 */
public record PagePicture(int pages, double width, double height, byte[] png) {
    private static final double LONGEST_SIDE_PIXELS = 6_000;

    static {
        StandardFonts.use();
    }

    /**
     * Draws a page.
     *
     * @param number of the page, counted from 1
     * @param widthPixels wanted; a very long page gets less
     * @throws IOException if the file is broken, locked, or has no such page
     */
    public static PagePicture draw(Path file, int number, int widthPixels) throws IOException {
        return draw(file, number, widthPixels, ImageType.RGB);
    }

    /** The same without colours. */
    public static PagePicture drawGrey(Path file, int number, int widthPixels) throws IOException {
        return draw(file, number, widthPixels, ImageType.GRAY);
    }

    private static PagePicture draw(Path file, int number, int widthPixels, ImageType colours) throws IOException {
        try (PDDocument document = Loader.loadPDF(file.toFile())) {
            if (number < 1 || number > document.getNumberOfPages()) {
                throw new IOException("unknown page " + number);
            }
            PDPage page = document.getPage(number - 1);
            PDRectangle crop = page.getCropBox();
            boolean turned = page.getRotation() % 180 != 0;
            double width = turned ? crop.getHeight() : crop.getWidth();
            double height = turned ? crop.getWidth() : crop.getHeight();
            double scale = Math.min(widthPixels / width, LONGEST_SIDE_PIXELS / Math.max(width, height));
            PDFRenderer renderer =
                    ScannedPage.find(page).isPresent() ? new StrictRenderer(document) : new PDFRenderer(document);
            BufferedImage image = renderer.renderImage(number - 1, (float) scale, colours);
            ByteArrayOutputStream png = new ByteArrayOutputStream();
            ImageIO.write(image, "png", png);
            return new PagePicture(document.getNumberOfPages(), width, height, png.toByteArray());
        }
    }
}
