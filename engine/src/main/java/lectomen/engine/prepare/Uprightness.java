package lectomen.engine.prepare;

import java.util.Arrays;

/**
 * Finds which way up a page of Latin text is.
 *
 * <p>Whether its lines run across or down is told by which of both gives the sharper lines (see {@link Skew}). Which end is up is
 * told by the letters: in every Latin language more of them rise above the small letters' height (b, d, f, h, k, l, t, capitals,
 * figures) than hang below the line (g, j, p, q, y). A page is only turned where both are clear.
 *
 * @param quarters that set it upright, to the right; 0 where that is not clear
 * @param sure whether it is clear
 */
record Uprightness(int quarters, boolean sure) {
    private static final double SHARPER = 1.25;
    private static final double CLEARLY_MORE = 1.35;
    private static final int FEWEST_LINES = 2;
    private static final double SMALLEST_INCHES = 0.035;
    private static final double LARGEST_INCHES = 1.5;

    static Uprightness of(InkMask mask, double dotsPerInch) {
        int factor = (int) Math.max(1, Math.round(dotsPerInch / 150));
        double dots = dotsPerInch / factor;
        InkMask small = print(mask.smaller(factor), dots);
        InkMask turned = small.turned();
        Skew across = Skew.of(small, dots);
        Skew down = Skew.of(turned, dots);
        if (Math.max(across.strength(), down.strength()) < SHARPER) {
            return new Uprightness(0, false);
        }
        boolean runsDown = down.strength() > across.strength();
        double ratio = runsDown ? down.strength() / across.strength() : across.strength() / down.strength();
        if (ratio < SHARPER) {
            return new Uprightness(0, false);
        }
        Balance balance = Balance.of(runsDown ? turned : small, runsDown ? down : across, dots);
        if (balance.lines() < FEWEST_LINES || balance.ratio() < CLEARLY_MORE) {
            return new Uprightness(runsDown && balance.lines() > 0 ? 1 : 0, false);
        }
        int quarters = (runsDown ? 1 : 0) + (balance.headDown() ? 2 : 0);
        return new Uprightness(quarters, true);
    }

    /** The marks that are as high or as wide as print alone: specks would fill the space between lines. */
    private static InkMask print(InkMask mask, double dots) {
        InkMask print = InkMask.empty(mask.width(), mask.height());
        for (Marks.Mark mark : Marks.of(mask)) {
            double large = Math.max(mark.width(), mark.height());
            if (large >= SMALLEST_INCHES * dots && large <= LARGEST_INCHES * dots) {
                mark.eachRun(run -> Arrays.fill(
                        print.dark(), run.y() * mask.width() + run.from(), run.y() * mask.width() + run.to() + 1, (byte)
                                1));
            }
        }
        return print;
    }

    /** How much ink rises above the small letters against how much hangs below, over all lines that have a clear middle. */
    private record Balance(double above, double below, int lines) {
        double ratio() {
            return (Math.max(above, below) + 1) / (Math.min(above, below) + 1);
        }

        boolean headDown() {
            return below > above;
        }

        static Balance of(InkMask mask, Skew skew, double dots) {
            double slope = Math.tan(Math.toRadians(skew.degrees()));
            int reach = (int) (Math.abs(slope) * mask.width() / 2) + 2;
            int[] rows = new int[mask.height() + 2 * reach];
            for (int y = 0; y < mask.height(); y++) {
                for (int x = 0; x < mask.width(); x++) {
                    if (mask.isDark(x, y)) {
                        rows[(int) Math.round(y - (x - mask.width() / 2.0) * slope) + reach]++;
                    }
                }
            }
            double above = 0;
            double below = 0;
            int lines = 0;
            for (int y = 0; y < rows.length; y++) {
                if (rows[y] == 0) {
                    continue;
                }
                int end = y;
                while (end < rows.length && rows[end] > 0) {
                    end++;
                }
                Line line = Line.of(rows, y, end);
                boolean likeText = end - y >= dots * 0.05 && end - y <= dots * 0.35;
                if (likeText && line.isClear()) {
                    above += line.above();
                    below += line.below();
                    lines++;
                }
                y = end;
            }
            return new Balance(above, below, lines);
        }
    }

    /** A line's rows: those of the small letters hold most of its ink. */
    private record Line(double above, double below, int core, int height) {
        boolean isClear() {
            return core >= 3 && core < height;
        }

        static Line of(int[] rows, int from, int to) {
            int most = 0;
            for (int y = from; y < to; y++) {
                most = Math.max(most, rows[y]);
            }
            int first = to;
            int last = from;
            for (int y = from; y < to; y++) {
                if (rows[y] * 2 >= most) {
                    first = Math.min(first, y);
                    last = Math.max(last, y);
                }
            }
            double above = 0;
            double below = 0;
            for (int y = from; y < to; y++) {
                if (y < first) {
                    above += rows[y];
                } else if (y > last) {
                    below += rows[y];
                }
            }
            return new Line(above, below, last - first + 1, to - from);
        }
    }
}
