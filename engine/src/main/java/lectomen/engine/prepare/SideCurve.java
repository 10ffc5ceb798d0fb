package lectomen.engine.prepare;

import java.util.Arrays;
import java.util.Optional;

/**
 * One side of a sheet: the straight line between two corners and the edge's deviation from it, as a cubic polynomial along the
 * line.
 */
final class SideCurve {
    private static final int PLACES = 60;
    private static final int ROUNDS = 4;
    private static final int TERMS = 4;

    private final double[] from;
    private final double[] to;
    private final double[] terms;

    private SideCurve(double[] from, double[] to, double[] terms) {
        this.from = from;
        this.to = to;
        this.terms = terms;
    }

    /** @param reach how far from the line the edge is sought, as a part of the line's length; the sheet is to its right */
    static SideCurve trace(Sheet.Grey picture, double[] from, double[] to, double reach) {
        double length = Math.hypot(to[0] - from[0], to[1] - from[1]);
        double normalX = (to[1] - from[1]) / length;
        double normalY = -(to[0] - from[0]) / length;
        int most = (int) Math.ceil(reach * length);
        double[] places = new double[PLACES];
        double[] offsets = new double[PLACES];
        double[] weights = new double[PLACES];
        for (int i = 0; i < PLACES; i++) {
            double t = 0.02 + 0.96 * i / (PLACES - 1);
            double x = from[0] + t * (to[0] - from[0]);
            double y = from[1] + t * (to[1] - from[1]);
            places[i] = t;
            for (int offset = -most; offset <= most; offset++) {
                double step = contrast(picture, x, y, normalX, normalY, offset);
                if (step > weights[i]) {
                    weights[i] = step;
                    offsets[i] = offset;
                }
            }
        }
        return new SideCurve(from, to, fit(places, offsets, weights, length));
    }

    /** By how much it is brighter inside than outside. */
    private static double contrast(Sheet.Grey picture, double x, double y, double normalX, double normalY, int offset) {
        double inside = 0;
        double outside = 0;
        for (int i = 1; i <= 3; i++) {
            inside += picture.at(x + normalX * (offset - i), y + normalY * (offset - i));
            outside += picture.at(x + normalX * (offset + i - 1), y + normalY * (offset + i - 1));
        }
        return Math.max(0, (inside - outside) / 3);
    }

    /** Least squares, again and again without what lies far off. */
    private static double[] fit(double[] places, double[] offsets, double[] weights, double length) {
        double[] weight = weights.clone();
        double[] terms = new double[TERMS];
        for (int round = 0; round < ROUNDS; round++) {
            terms = LeastSquares.polynomial(places, offsets, weight, TERMS);
            double[] misses = new double[PLACES];
            for (int i = 0; i < PLACES; i++) {
                misses[i] = Math.abs(offsets[i] - value(terms, places[i]));
            }
            double[] sorted = misses.clone();
            Arrays.sort(sorted);
            double far = Math.max(length * 0.001, 2.5 * sorted[PLACES / 2]);
            for (int i = 0; i < PLACES; i++) {
                weight[i] = misses[i] > far ? 0 : weights[i];
            }
        }
        return terms;
    }

    private static double value(double[] terms, double t) {
        double value = 0;
        for (int i = terms.length - 1; i >= 0; i--) {
            value = value * t + terms[i];
        }
        return value;
    }

    /** Where the end of one side meets the beginning of the next; empty where they run alike. */
    static Optional<double[]> meet(SideCurve ending, SideCurve beginning) {
        double[] p = ending.point(1);
        double[] before = ending.point(0.9);
        double[] q = beginning.point(0);
        double[] after = beginning.point(0.1);
        double ax = p[0] - before[0];
        double ay = p[1] - before[1];
        double bx = after[0] - q[0];
        double by = after[1] - q[1];
        double cross = ax * by - ay * bx;
        if (Math.abs(cross) < 1e-6) {
            return Optional.empty();
        }
        double s = ((q[0] - p[0]) * by - (q[1] - p[1]) * bx) / cross;
        return Optional.of(new double[] {p[0] + s * ax, p[1] + s * ay});
    }

    private double[] point(double t) {
        double[] point = {from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])};
        double[] moved = new double[2];
        offset(point, moved);
        return new double[] {point[0] + moved[0], point[1] + moved[1]};
    }

    /** The same with its ends at the corners. */
    SideCurve endingAtCorners() {
        double[] ended = terms.clone();
        double atEnd = value(terms, 1);
        ended[0] -= terms[0];
        ended[1] -= atEnd - terms[0];
        return new SideCurve(from, to, ended);
    }

    SideCurve scaled(double factor) {
        double[] larger = new double[terms.length];
        for (int i = 0; i < terms.length; i++) {
            larger[i] = terms[i] * factor;
        }
        return new SideCurve(
                new double[] {from[0] * factor, from[1] * factor},
                new double[] {to[0] * factor, to[1] * factor},
                larger);
    }

    /** By how much the edge leaves the line beside a point on it. */
    void offset(double[] point, double[] moved) {
        double dx = to[0] - from[0];
        double dy = to[1] - from[1];
        double length = Math.hypot(dx, dy);
        double t = ((point[0] - from[0]) * dx + (point[1] - from[1]) * dy) / (length * length);
        double offset = value(terms, Math.max(0, Math.min(1, t)));
        moved[0] = offset * dy / length;
        moved[1] = -offset * dx / length;
    }
}
