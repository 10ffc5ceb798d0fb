package lectomen.engine.pdf.inspect;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import lectomen.engine.pdf.impose.PdfImposer;
import lectomen.engine.print.facts.PageFacts;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.print.place.Medium;
import lectomen.engine.print.place.PageSize;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Finds what is known of a PDF before it is printed: each page is drawn, coarsely, and what shows there counts. */
public final class PrintInspector {
    private static final double POINTS_PER_INCH = 72;

    /** So coarse that a page takes a moment, so fine that a thin coloured line shows. */
    private static final int DOTS = 50;

    private static final double MOST_PIXELS = 4_000_000;

    /** The channels of grey that was scanned in colour differ by less. */
    private static final int LEAST_DIFFERENCE = 24;

    /** Paper that was scanned is lighter. */
    private static final int LIGHTEST_INK = 200;

    private PrintInspector() {}

    /** @throws IOException if the PDF is broken or locked */
    public static PrintFacts inspect(Path pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            PDFRenderer renderer = new PDFRenderer(document);
            renderer.setSubsamplingAllowed(true);
            List<PageFacts> pages = new ArrayList<>();
            for (int page = 0; page < document.getNumberOfPages(); page++) {
                pages.add(page(document.getPage(page), page, renderer));
            }
            return new PrintFacts(pages);
        }
    }

    private static PageFacts page(PDPage page, int index, PDFRenderer renderer) throws IOException {
        PageContents contents = new PageContents();
        contents.add(page);
        float scale = scale(page);
        Drawn drawn = Drawn.of(renderer.renderImage(index, scale, ImageType.RGB));
        return new PageFacts(
                size(page),
                drawn.showsColour(),
                List.copyOf(contents.spotColours()),
                contents.fonts().values().stream()
                        .filter(font -> !font.embedded())
                        .map(PdfFacts.Font::name)
                        .toList(),
                drawn.pixelsToEdge() == Integer.MAX_VALUE
                        ? Double.POSITIVE_INFINITY
                        : drawn.pixelsToEdge() / scale * page.getUserUnit() / Medium.MILLIMETRE);
    }

    private static float scale(PDPage page) {
        PDRectangle crop = page.getCropBox();
        double points = Math.max(1, (double) crop.getWidth() * crop.getHeight());
        return (float) Math.min(DOTS / POINTS_PER_INCH, Math.sqrt(MOST_PIXELS / points));
    }

    private static MediaSize size(PDPage page) {
        PageSize size = PdfImposer.size(page);
        return new MediaSize(size.width() / Medium.MILLIMETRE, size.height() / Medium.MILLIMETRE);
    }

    /** What shows on a page. @param pixelsToEdge of the dark or coloured pixel that is nearest to it; the largest number for none */
    private record Drawn(boolean showsColour, int pixelsToEdge) {
        static Drawn of(BufferedImage image) {
            int width = image.getWidth();
            int height = image.getHeight();
            int[] row = new int[width];
            boolean colour = false;
            int nearest = Integer.MAX_VALUE;
            for (int y = 0; y < height; y++) {
                image.getRGB(0, y, width, 1, row, 0, width);
                int ofRow = Math.min(y, height - 1 - y);
                for (int x = 0; x < width; x++) {
                    int red = row[x] >> 16 & 0xff;
                    int green = row[x] >> 8 & 0xff;
                    int blue = row[x] & 0xff;
                    int least = Math.min(red, Math.min(green, blue));
                    colour |= Math.max(red, Math.max(green, blue)) - least >= LEAST_DIFFERENCE;
                    if (least < LIGHTEST_INK) {
                        nearest = Math.min(nearest, Math.min(ofRow, Math.min(x, width - 1 - x)));
                    }
                }
            }
            return new Drawn(colour, nearest);
        }
    }
}
