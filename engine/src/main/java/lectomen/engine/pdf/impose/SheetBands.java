package lectomen.engine.pdf.impose;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.io.IOException;
import lectomen.engine.pdf.StandardFonts;
import lectomen.engine.pdf.StrictRenderer;
import lectomen.engine.print.place.PageSize;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.RenderDestination;

/** A page that is drawn band by band, so that a large sheet is never in memory as a whole. */
final class SheetBands {
    static {
        StandardFonts.use();
    }

    private static final double POINTS_PER_INCH = 72;

    /** 32 MB of them. */
    private static final int MOST_PIXELS = 8_000_000;

    private final PDFRenderer renderer;
    private final PageSize size;
    private final int page;
    private final float scaleAcross;
    private final float scaleAlong;
    private final int width;
    private final int height;
    private final int rowsAtOnce;
    private BufferedImage band = new BufferedImage(1, 1, BufferedImage.TYPE_INT_RGB);

    /** @param page counted from 1 @param rowsOfStrip of which each band but the last has a multiple */
    SheetBands(PDDocument document, int page, int dotsAcross, int dotsAlong, int rowsOfStrip) {
        PDPage drawn = document.getPage(page - 1);
        double across = dotsAcross / POINTS_PER_INCH;
        double along = dotsAlong / POINTS_PER_INCH;
        this.size = PdfImposer.size(drawn);
        this.renderer = new StrictRenderer(document);
        renderer.setAnnotationsFilter(PDAnnotation::isPrinted);
        this.page = page - 1;
        this.scaleAcross = (float) (across * drawn.getUserUnit());
        this.scaleAlong = (float) (along * drawn.getUserUnit());
        this.width = pixels(size.width() * across);
        this.height = pixels(size.height() * along);
        this.rowsAtOnce = Math.min(height, Math.max(1, MOST_PIXELS / width / rowsOfStrip) * rowsOfStrip);
    }

    private static int pixels(double length) {
        return (int) Math.max(1, Math.round(length));
    }

    /** Of the page, in points. */
    PageSize size() {
        return size;
    }

    int width() {
        return width;
    }

    int height() {
        return height;
    }

    int count() {
        return (height + rowsAtOnce - 1) / rowsAtOnce;
    }

    /** Draws a band, counted from the top; it holds until the next is drawn. */
    BufferedImage draw(int number) throws IOException {
        int top = number * rowsAtOnce;
        int rows = Math.min(rowsAtOnce, height - top);
        if (rows != band.getHeight() || width != band.getWidth()) {
            band = new BufferedImage(width, rows, BufferedImage.TYPE_INT_RGB);
        }
        Graphics2D graphics = band.createGraphics();
        try {
            graphics.setColor(Color.WHITE);
            graphics.fillRect(0, 0, width, rows);
            graphics.setClip(0, 0, width, rows);
            graphics.translate(0, -top);
            graphics.setBackground(Color.WHITE);
            renderer.renderPageToGraphics(page, graphics, scaleAcross, scaleAlong, RenderDestination.PRINT);
        } finally {
            graphics.dispose();
        }
        return band;
    }

    /** The pixels of a band, line after line. */
    static int[] pixels(BufferedImage band) {
        return ((DataBufferInt) band.getRaster().getDataBuffer()).getData();
    }
}
