package lectomen.engine.layout;

import java.util.Arrays;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Marks;

/**
 * Separates stamps and handwriting in a paler ink from the print below.
 *
 * <p>Print has a usual darkness against its paper. Ink that is much paler, further from dark ink than a letter's soft edge is
 * wide, and hangs together over more than a letter's height, is a stamp or a stroke of a pen, and goes. Faded print is pale
 * too, but its letters hang together over no more than a letter's height, and stay.
 */
final class PaleInk {
    private static final double PALE = 0.62;
    private static final double LEAST_HEIGHT_INCHES = 0.17;
    private static final double LEAST_WIDTH_INCHES = 0.35;
    /** Less of the ink than this is no stamp. */
    private static final double LEAST_PART = 0.002;
    /** More is faded print. */
    private static final double MOST_PART = 0.5;

    private PaleInk() {}

    /** @return what was kept apart */
    static InkMask erase(Sheet sheet) {
        InkMask apart = InkMask.empty(sheet.width(), sheet.height());
        int[] counts = new int[256];
        byte[] dark = sheet.mask().dark();
        int paper = paper(sheet);
        int all = 0;
        int width = sheet.width();
        for (int at = width; at < dark.length - width; at++) {
            if (dark[at] != 0
                    && dark[at - 1] != 0
                    && dark[at + 1] != 0
                    && dark[at - width] != 0
                    && dark[at + width] != 0) {
                counts[Math.max(0, paper - sheet.greyAt(at))]++;
                all++;
            }
        }
        int print = percentile(counts, all, 0.75);
        int least = (int) (print * PALE);
        int pale = 0;
        for (int density = 0; density < least; density++) {
            pale += counts[density];
        }
        if (all == 0 || pale < LEAST_PART * all || pale > MOST_PART * all) {
            return apart;
        }
        InkMask candidates = away(sheet, paper, least);
        for (Marks.Mark mark : Marks.of(candidates)) {
            boolean large = mark.height() >= sheet.points(LEAST_HEIGHT_INCHES)
                    || mark.width() >= sheet.points(LEAST_WIDTH_INCHES);
            if (large) {
                mark.eachRun(run -> erase(sheet, apart, run, paper));
            }
        }
        return apart;
    }

    private static void erase(Sheet sheet, InkMask apart, Marks.Run run, int paper) {
        for (int x = run.from(); x <= run.to(); x++) {
            int at = run.y() * sheet.width() + x;
            apart.dark()[at] = 1;
            sheet.mask().dark()[at] = 0;
            sheet.grey()[at] = (byte) paper;
        }
    }

    /** Pale ink that is no edge of dark ink. */
    private static InkMask away(Sheet sheet, int paper, int least) {
        int width = sheet.width();
        int height = sheet.height();
        byte[] dark = sheet.mask().dark();
        byte[] print = new byte[dark.length];
        for (int at = 0; at < dark.length; at++) {
            print[at] = (byte) (dark[at] != 0 && paper - sheet.greyAt(at) >= least ? 1 : 0);
        }
        byte[] near = wider(wider(print, width, height), width, height);
        InkMask away = InkMask.empty(width, height);
        for (int at = 0; at < dark.length; at++) {
            away.dark()[at] = (byte) (dark[at] != 0 && near[at] == 0 ? 1 : 0);
        }
        return away;
    }

    private static byte[] wider(byte[] points, int width, int height) {
        byte[] wider = points.clone();
        for (int y = 1; y < height - 1; y++) {
            for (int x = 1; x < width - 1; x++) {
                int at = y * width + x;
                if (points[at] != 0) {
                    wider[at - 1] = 1;
                    wider[at + 1] = 1;
                    wider[at - width] = 1;
                    wider[at + width] = 1;
                }
            }
        }
        return wider;
    }

    private static int paper(Sheet sheet) {
        int[] counts = new int[256];
        int all = 0;
        for (int at = 0; at < sheet.grey().length; at += 37) {
            counts[sheet.greyAt(at)]++;
            all++;
        }
        return percentile(counts, all, 0.6);
    }

    private static int percentile(int[] counts, int all, double part) {
        int seen = 0;
        int[] sums = Arrays.copyOf(counts, counts.length);
        for (int value = 0; value < sums.length; value++) {
            seen += sums[value];
            if (seen >= part * all) {
                return value;
            }
        }
        return sums.length - 1;
    }
}
