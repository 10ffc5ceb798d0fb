package lectomen.engine.pdf.impose;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import lectomen.engine.print.place.Area;
import lectomen.engine.print.place.PageSize;
import lectomen.engine.print.place.PlacedPage;
import lectomen.engine.print.place.Placing;
import lectomen.engine.print.place.Sheet;
import lectomen.engine.print.place.SheetPlanner;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.multipdf.LayerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.util.Matrix;

/** Places the pages of a PDF on sheets. Pages stay what they are: text stays text, and nothing is drawn into pictures. */
public final class PdfImposer {
    /** A page can't be longer, unless it counts in larger units (ISO 32000-1, annex C.2). */
    private static final double LONGEST_SIDE = 14_400;

    private static final double MARK_LENGTH = 14;
    private static final double MARK_DISTANCE = 6;
    private static final float MARK_WIDTH = 0.25f;

    private final PDDocument source;
    private final PDDocument target = new PDDocument();
    private final LayerUtility layers = new LayerUtility(target);
    private final Map<Integer, PDFormXObject> forms = new HashMap<>();
    private final Placing placing;

    private PdfImposer(PDDocument source, Placing placing) {
        this.source = source;
        this.placing = placing;
    }

    /**
     * @return the sheets with what is on them
     * @throws IOException if the PDF is broken or locked
     */
    public static List<Sheet> impose(Path pdf, Placing placing, Path to) throws IOException {
        return impose(pdf, placing, page -> true, to);
    }

    /** @param printed which pages are, counted from 1 */
    static List<Sheet> impose(Path pdf, Placing placing, IntPredicate printed, Path to) throws IOException {
        try (PDDocument source = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            return new PdfImposer(source, placing).impose(printed(source, printed), to);
        }
    }

    private static List<Integer> printed(PDDocument source, IntPredicate printed) {
        return IntStream.rangeClosed(1, source.getNumberOfPages())
                .filter(printed)
                .mapToObj(page -> page - 1)
                .toList();
    }

    /**
     * Draws one side of a sheet, as it is printed.
     *
     * @param printed which pages are, counted from 1
     * @param number of the side, counted from 1
     * @return how many sides there are
     * @throws IOException if the PDF is broken or locked, or there is no such side
     */
    static int imposeSide(Path pdf, Placing placing, IntPredicate printed, int number, Path to) throws IOException {
        try (PDDocument source = Loader.loadPDF(pdf.toFile(), IOUtils.createTempFileOnlyStreamCache())) {
            List<Integer> pages = printed(source, printed);
            int up = placing.pagesPerSheet();
            int sides = (pages.size() + up - 1) / up;
            if (number < 1 || number > sides) {
                throw new IOException("unknown side " + number);
            }
            List<Integer> on = pages.subList((number - 1) * up, Math.min(pages.size(), number * up));
            new PdfImposer(source, placing).impose(on, to);
            return sides;
        }
    }

    /** @param pages counted from 0 */
    private List<Sheet> impose(List<Integer> pages, Path to) throws IOException {
        try (target) {
            List<PageSize> sizes = new ArrayList<>();
            for (int page : pages) {
                PrintedAnnotations.drawInto(source, source.getPage(page));
                sizes.add(size(source.getPage(page)));
            }
            List<Sheet> sheets = SheetPlanner.plan(sizes, placing);
            for (Sheet sheet : sheets) {
                draw(sheet, pages);
            }
            try (OutputStream out = Files.newOutputStream(to)) {
                target.save(out);
            }
            return sheets;
        }
    }

    /** As a reader sees it. */
    public static PageSize size(PDPage page) {
        PDRectangle crop = page.getCropBox();
        double unit = page.getUserUnit();
        boolean turned = page.getRotation() % 180 != 0;
        double width = (turned ? crop.getHeight() : crop.getWidth()) * unit;
        double height = (turned ? crop.getWidth() : crop.getHeight()) * unit;
        return new PageSize(Math.max(1, width), Math.max(1, height));
    }

    private void draw(Sheet sheet, List<Integer> pages) throws IOException {
        double unit = Math.max(1, Math.ceil(Math.max(sheet.width(), sheet.height()) / LONGEST_SIDE));
        PDPage page = new PDPage(new PDRectangle((float) (sheet.width() / unit), (float) (sheet.height() / unit)));
        if (unit > 1) {
            page.setUserUnit((float) unit);
        }
        target.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(target, page)) {
            content.transform(Matrix.getScaleInstance((float) (1 / unit), (float) (1 / unit)));
            for (PlacedPage placed : sheet.pages()) {
                draw(content, placed, pages.get(placed.page()));
                if (placing.cropMarks()) {
                    drawMarks(content, placed.area());
                }
            }
        }
    }

    private void draw(PDPageContentStream content, PlacedPage placed, int page) throws IOException {
        PDFormXObject form = form(page);
        Area shown = placed.shown();
        content.saveGraphicsState();
        content.addRect((float) shown.left(), (float) shown.bottom(), (float) shown.width(), (float) shown.height());
        content.clip();
        AffineTransform matrix = placed.matrix();
        double unit = source.getPage(page).getUserUnit();
        matrix.scale(unit, unit);
        content.transform(new Matrix(matrix));
        content.drawForm(form);
        content.restoreGraphicsState();
    }

    private PDFormXObject form(int page) throws IOException {
        PDFormXObject known = forms.get(page);
        if (known == null) {
            known = layers.importPageAsForm(source, page);
            forms.put(page, known);
        }
        return known;
    }

    /** Two lines beside each corner, which end before the page begins. */
    private static void drawMarks(PDPageContentStream content, Area page) throws IOException {
        content.setLineWidth(MARK_WIDTH);
        for (double x : new double[] {page.left(), page.right()}) {
            double out = x == page.left() ? -1 : 1;
            for (double y : new double[] {page.bottom(), page.top()}) {
                double away = y == page.bottom() ? -1 : 1;
                line(content, x + out * MARK_DISTANCE, y, x + out * (MARK_DISTANCE + MARK_LENGTH), y);
                line(content, x, y + away * MARK_DISTANCE, x, y + away * (MARK_DISTANCE + MARK_LENGTH));
            }
        }
    }

    private static void line(PDPageContentStream content, double x, double y, double toX, double toY)
            throws IOException {
        content.moveTo((float) x, (float) y);
        content.lineTo((float) toX, (float) toY);
        content.stroke();
    }
}
