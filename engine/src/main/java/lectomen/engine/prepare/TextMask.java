package lectomen.engine.prepare;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;

/**
 * Where a page has text and line art rather than pictures: ink in marks that look like letters, words, rules or frames. A mark
 * that is large and mostly filled, and one whose pixels differ much among each other, belongs to a picture; dense dust does too.
 */
public final class TextMask {
    private static final double LARGEST_INCHES = 1.2;
    private static final double MOST_FILLED = 0.55;
    private static final double MOST_SPREAD = 42;
    private static final int FEWEST_POINTS = 3;

    private TextMask() {}

    public static InkMask of(PagePixels page) {
        InkMask mask = Binarisation.of(page);
        byte[] grey = Pixels.bytes(Pixels.as(ColourDepth.GREY, page.image()));
        double largest = LARGEST_INCHES * page.dotsPerInchX();
        List<Marks.Mark> pictures = new ArrayList<>();
        for (Marks.Mark mark : Marks.of(mask)) {
            boolean large = Math.min(mark.width(), mark.height()) > largest;
            double filled = (double) mark.area() / ((double) mark.width() * mark.height());
            if (mark.area() < FEWEST_POINTS
                    || (large && (filled > MOST_FILLED || spread(mark, grey, mask) > MOST_SPREAD))) {
                pictures.add(mark);
            }
        }
        Cleaning.erase(pictures, mask);
        return mask;
    }

    private static double spread(Marks.Mark mark, byte[] grey, InkMask mask) {
        double[] sums = new double[2];
        mark.eachRun(run -> {
            for (int x = run.from(); x <= run.to(); x++) {
                int value = grey[run.y() * mask.width() + x] & 0xff;
                sums[0] += value;
                sums[1] += (double) value * value;
            }
        });
        double mean = sums[0] / mark.area();
        return Math.sqrt(Math.max(0, sums[1] / mark.area() - mean * mean));
    }
}
