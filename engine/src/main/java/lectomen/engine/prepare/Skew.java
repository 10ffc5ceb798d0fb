package lectomen.engine.prepare;

import java.util.Arrays;

/**
 * The angle of the text lines.
 *
 * <p>The lower edges of letters lie on the baselines. Projected along the lines they fall into few narrow heaps, along any other
 * direction they spread; so the direction is sought along which the sum of the squared heaps is largest, in three rounds of finer
 * steps. Upright strokes and pictures have few lower edges and hardly count.
 *
 * @param degrees the text leans, clockwise positive
 * @param strength of the heaps there, as a multiple of what no direction at all would give; 1 where there is no text
 */
record Skew(double degrees, double strength) {
    static final double MOST_DEGREES = 15;

    private static final double DOTS_PER_INCH = 150;
    private static final int FEWEST_POINTS = 60;

    static Skew of(InkMask mask, double dotsPerInch) {
        InkMask small = mask.smaller((int) Math.max(1, Math.round(dotsPerInch / DOTS_PER_INCH)));
        Edges edges = Edges.of(small);
        if (edges.count() < FEWEST_POINTS) {
            return new Skew(0, 1);
        }
        double best = edges.best(0, MOST_DEGREES, 0.5, 4);
        best = edges.best(best, 0.6, 0.1, 2);
        best = edges.best(best, 0.12, 0.02, 1);
        double usual = (edges.heaps(best - 7, 2) + edges.heaps(best + 7, 2)) / 2;
        return new Skew(best, edges.heaps(best, 2) / Math.max(1e-9, usual));
    }

    /** The pixels where ink ends below. */
    private record Edges(float[] xs, float[] ys, int count, int width, int height) {
        static Edges of(InkMask mask) {
            float[] xs = new float[1024];
            float[] ys = new float[1024];
            int count = 0;
            for (int y = 0; y + 1 < mask.height(); y++) {
                for (int x = 0; x < mask.width(); x++) {
                    if (mask.isDark(x, y) && !mask.isDark(x, y + 1)) {
                        if (count == xs.length) {
                            xs = Arrays.copyOf(xs, count * 2);
                            ys = Arrays.copyOf(ys, count * 2);
                        }
                        xs[count] = x - mask.width() / 2f;
                        ys[count++] = y;
                    }
                }
            }
            return new Edges(xs, ys, count, mask.width(), mask.height());
        }

        double best(double around, double reach, double step, int heap) {
            int steps = (int) Math.round(reach / step);
            double best = around;
            double most = -1;
            for (int i = -steps; i <= steps; i++) {
                double degrees = around + i * step;
                double heaps = heaps(degrees, heap);
                if (heaps > most) {
                    most = heaps;
                    best = degrees;
                }
            }
            return best;
        }

        /** The sum of squares over heaps of so many rows. */
        double heaps(double degrees, int rows) {
            double slope = Math.tan(Math.toRadians(degrees));
            int reach = (int) (Math.abs(slope) * width / 2) + 2;
            int[] heaps = new int[(height + 2 * reach) / rows + 2];
            for (int i = 0; i < count; i++) {
                heaps[(int) ((ys[i] - xs[i] * slope + reach) / rows)]++;
            }
            double sum = 0;
            for (int heap : heaps) {
                sum += (double) heap * heap;
            }
            return sum;
        }
    }
}
