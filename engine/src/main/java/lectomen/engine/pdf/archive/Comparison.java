package lectomen.engine.pdf.archive;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.io.IOException;
import lectomen.engine.pdf.StandardFonts;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/**
 * Whether pages still look the same. Both are drawn small and compared block by block: a block's difference is the mean
 * difference of its pixels, of 255, in the colour that differs most; a page's is that of its worst block.
 */
public final class Comparison {
    /** What the eye takes for the same: a block of 16 pixels that differs by no more than a shade. */
    public static final double MOST = 24;

    private static final float DOTS_PER_INCH = 60;
    private static final int BLOCK = 16;

    static {
        StandardFonts.use();
    }

    private Comparison() {}

    /** The largest difference of any page. @throws IOException if a page can't be drawn */
    public static double of(PDDocument before, PDDocument after) throws IOException {
        if (before.getNumberOfPages() != after.getNumberOfPages()) {
            return 255;
        }
        PDFRenderer first = new PDFRenderer(before);
        PDFRenderer second = new PDFRenderer(after);
        double most = 0;
        for (int page = 0; page < before.getNumberOfPages(); page++) {
            BufferedImage one = first.renderImageWithDPI(page, DOTS_PER_INCH, ImageType.RGB);
            BufferedImage other = second.renderImageWithDPI(page, DOTS_PER_INCH, ImageType.RGB);
            most = Math.max(most, difference(one, other));
        }
        return most;
    }

    private static double difference(BufferedImage one, BufferedImage other) {
        if (one.getWidth() != other.getWidth() || one.getHeight() != other.getHeight()) {
            return 255;
        }
        int[] a = ((DataBufferInt) one.getRaster().getDataBuffer()).getData();
        int[] b = ((DataBufferInt) other.getRaster().getDataBuffer()).getData();
        double worst = 0;
        for (int top = 0; top < one.getHeight(); top += BLOCK) {
            for (int left = 0; left < one.getWidth(); left += BLOCK) {
                worst = Math.max(worst, block(a, b, one.getWidth(), one.getHeight(), left, top));
            }
        }
        return worst;
    }

    private static double block(int[] a, int[] b, int width, int height, int left, int top) {
        double worst = 0;
        for (int shift = 0; shift <= 16; shift += 8) {
            long sum = 0;
            int count = 0;
            for (int y = top; y < Math.min(height, top + BLOCK); y++) {
                for (int x = left; x < Math.min(width, left + BLOCK); x++) {
                    sum += Math.abs((a[y * width + x] >> shift & 0xff) - (b[y * width + x] >> shift & 0xff));
                    count++;
                }
            }
            worst = Math.max(worst, (double) sum / count);
        }
        return worst;
    }
}
