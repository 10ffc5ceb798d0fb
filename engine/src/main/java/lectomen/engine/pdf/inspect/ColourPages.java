package lectomen.engine.pdf.inspect;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Tells pages on which a colour shows, however it got there, from those in black, white and grey. */
public final class ColourPages {
    private static final int POINTS_PER_INCH = 72;

    /** So coarse that a page takes a moment, so fine that a thin coloured line shows. */
    private static final int DOTS = 50;

    private static final double MOST_PIXELS = 4_000_000;

    /** The channels of grey that was scanned in colour differ by less. */
    private static final int LEAST_DIFFERENCE = 24;

    private ColourPages() {}

    /** @return their numbers, counted from 1 @throws IOException if the PDF is broken or locked */
    public static List<Integer> of(Path pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            PDFRenderer renderer = new PDFRenderer(document);
            renderer.setSubsamplingAllowed(true);
            List<Integer> pages = new ArrayList<>();
            for (int page = 0; page < document.getNumberOfPages(); page++) {
                float scale = scale(document.getPage(page));
                if (showsColour(renderer.renderImage(page, scale, ImageType.RGB))) {
                    pages.add(page + 1);
                }
            }
            return pages;
        }
    }

    private static float scale(PDPage page) {
        PDRectangle crop = page.getCropBox();
        double points = Math.max(1, (double) crop.getWidth() * crop.getHeight());
        return (float) Math.min((double) DOTS / POINTS_PER_INCH, Math.sqrt(MOST_PIXELS / points));
    }

    private static boolean showsColour(BufferedImage image) {
        int[] row = new int[image.getWidth()];
        for (int y = 0; y < image.getHeight(); y++) {
            image.getRGB(0, y, row.length, 1, row, 0, row.length);
            for (int pixel : row) {
                int red = pixel >> 16 & 0xff;
                int green = pixel >> 8 & 0xff;
                int blue = pixel & 0xff;
                int most = Math.max(red, Math.max(green, blue));
                if (most - Math.min(red, Math.min(green, blue)) >= LEAST_DIFFERENCE) {
                    return true;
                }
            }
        }
        return false;
    }
}
