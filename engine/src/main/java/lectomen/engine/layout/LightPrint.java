package lectomen.engine.layout;

import java.util.List;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Marks;

/**
 * White print on dark: a band that is mostly ink is inverted, so that its holes become letters. What then touches the edges
 * of the band is its own corner or frame and goes.
 */
final class LightPrint {
    private static final double LEAST_WIDTH_INCHES = 0.5;
    private static final double LEAST_HEIGHT_INCHES = 0.1;
    private static final double MOSTLY = 0.62;
    /** With fewer holes it is a bar, with more a picture. */
    private static final double LEAST_HOLES = 0.015;

    private LightPrint() {}

    static void turnAbout(Sheet sheet) {
        for (Marks.Mark mark : Marks.of(sheet.mask())) {
            boolean large = mark.width() >= sheet.points(LEAST_WIDTH_INCHES)
                    && mark.height() >= sheet.points(LEAST_HEIGHT_INCHES);
            double filled = (double) mark.area() / ((double) mark.width() * mark.height());
            if (large && filled >= MOSTLY) {
                turnAbout(sheet, mark, 1 - filled >= LEAST_HOLES);
            }
        }
    }

    private static void turnAbout(Sheet sheet, Marks.Mark mark, boolean hasHoles) {
        int edge = Math.max(1, sheet.points(0.01));
        int left = mark.left() + edge;
        int top = mark.top() + edge;
        int width = mark.width() - 2 * edge;
        int height = mark.height() - 2 * edge;
        InkMask inside = InkMask.empty(width, height);
        for (int y = -edge; y < height + edge; y++) {
            for (int x = -edge; x < width + edge; x++) {
                int at = (top + y) * sheet.width() + left + x;
                boolean within = x >= 0 && y >= 0 && x < width && y < height;
                boolean wasPaper = sheet.mask().dark()[at] == 0;
                sheet.grey()[at] = (byte) (within && hasHoles ? 255 - sheet.greyAt(at) : 255);
                sheet.mask().dark()[at] = 0;
                if (within && hasHoles && wasPaper) {
                    inside.dark()[y * width + x] = 1;
                }
            }
        }
        List<Marks.Mark> letters = Marks.of(inside);
        for (Marks.Mark letter : letters) {
            boolean onEdge = letter.left() == 0
                    || letter.top() == 0
                    || letter.left() + letter.width() == width
                    || letter.top() + letter.height() == height;
            if (!onEdge) {
                letter.eachRun(run -> {
                    for (int x = run.from(); x <= run.to(); x++) {
                        sheet.mask().dark()[(top + run.y()) * sheet.width() + left + x] = 1;
                    }
                });
            }
        }
    }
}
