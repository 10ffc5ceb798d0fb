package lectomen.engine.prepare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Finds the four edges of a sheet in a small picture. Pixels where the grey changes vote for the lines that may run through them
 * (R. O. Duda, P. E. Hart, Use of the Hough transformation to detect lines and curves in pictures, 1972), each only near its own
 * direction. Of the strongest lines that run roughly across and roughly down, every two pairs make a figure; it counts by how much
 * of its outline is brighter inside than outside, and by its area. Lines of text and rules lose, since paper lies on both of
 * their sides.
 */
final class SheetEdges {
    private static final int MOST_LEAN_DEGREES = 30;
    private static final int LINES_EACH_WAY = 16;
    private static final int STEPS_PER_DEGREE = 2;
    private static final double SMALLEST_AREA = 0.15;
    private static final double ENOUGH_OUTLINE = 0.55;
    private static final double WEAKEST_SIDE = 0.35;
    private static final double FULL_CONTRAST = 24;
    private static final int BESIDE = 4;

    /** A straight line as {@code x cos a + y sin a = distance}. */
    private record Line(double angle, double distance, double votes) {
        /** Where both meet; they never run alike here. */
        double[] meet(Line other) {
            double a = Math.cos(angle);
            double b = Math.sin(angle);
            double c = Math.cos(other.angle);
            double d = Math.sin(other.angle);
            double cross = a * d - b * c;
            return new double[] {
                (distance * d - other.distance * b) / cross, (a * other.distance - c * distance) / cross
            };
        }
    }

    private final Sheet.Grey picture;

    private SheetEdges(Sheet.Grey picture) {
        this.picture = picture;
    }

    static SheetEdges of(Sheet.Grey picture) {
        return new SheetEdges(picture);
    }

    /** The corners, top left first and on clockwise. */
    Optional<double[][]> findBest() {
        List<Line> across = lines(90);
        List<Line> down = lines(0);
        double best = 0;
        double[][] found = null;
        for (Line top : across) {
            for (Line bottom : across) {
                for (Line left : down) {
                    for (Line right : down) {
                        double[][] corners = {top.meet(left), top.meet(right), bottom.meet(right), bottom.meet(left)};
                        boolean upright = corners[0][1] < corners[3][1] && corners[0][0] < corners[1][0];
                        double score = upright ? score(corners) : 0;
                        if (score > best) {
                            best = score;
                            found = corners;
                        }
                    }
                }
            }
        }
        return Optional.ofNullable(found);
    }

    /** The strongest lines whose normal is near that angle. */
    private List<Line> lines(int normalDegrees) {
        int angles = 2 * MOST_LEAN_DEGREES * STEPS_PER_DEGREE + 1;
        int reach = picture.width() + picture.height();
        float[][] votes = new float[angles][2 * reach];
        double[] cos = new double[angles];
        double[] sin = new double[angles];
        for (int i = 0; i < angles; i++) {
            double angle = angle(normalDegrees, i);
            cos[i] = Math.cos(angle);
            sin[i] = Math.sin(angle);
        }
        int width = picture.width();
        int[] values = picture.values();
        for (int y = 1; y + 1 < picture.height(); y++) {
            for (int x = 1; x + 1 < width; x++) {
                int at = y * width + x;
                double gx = values[at + 1] - values[at - 1];
                double gy = values[at + width] - values[at - width];
                double strength = Math.hypot(gx, gy);
                if (strength < 10) {
                    continue;
                }
                for (int i = 0; i < angles; i++) {
                    double alike = Math.abs(gx * cos[i] + gy * sin[i]) / strength;
                    if (alike > 0.97) {
                        int distance = (int) Math.round(x * cos[i] + y * sin[i]) + reach;
                        votes[i][distance] += (float) Math.min(strength, 40);
                    }
                }
            }
        }
        return strongest(votes, normalDegrees, reach);
    }

    private static double angle(int normalDegrees, int step) {
        return Math.toRadians(normalDegrees - MOST_LEAN_DEGREES + (double) step / STEPS_PER_DEGREE);
    }

    private static List<Line> strongest(float[][] votes, int normalDegrees, int reach) {
        List<Line> all = new ArrayList<>();
        for (int i = 0; i < votes.length; i++) {
            for (int d = 2; d + 2 < votes[i].length; d++) {
                float sum = votes[i][d - 1] + votes[i][d] + votes[i][d + 1];
                if (sum > 400) {
                    all.add(new Line(angle(normalDegrees, i), d - reach, sum));
                }
            }
        }
        all.sort(Comparator.comparingDouble(Line::votes).reversed());
        List<Line> lines = new ArrayList<>();
        for (Line line : all) {
            boolean isNew = lines.stream()
                    .noneMatch(other -> Math.abs(other.angle() - line.angle()) < Math.toRadians(6)
                            && Math.abs(other.distance() - line.distance()) < 9);
            if (isNew) {
                lines.add(line);
            }
            if (lines.size() == LINES_EACH_WAY) {
                break;
            }
        }
        return lines;
    }

    private double score(double[][] corners) {
        double area = 0;
        for (int i = 0; i < 4; i++) {
            double[] one = corners[i];
            double[] next = corners[(i + 1) % 4];
            area += (one[0] * next[1] - next[0] * one[1]) / 2;
            double slack = 0.04 * picture.width();
            if (one[0] < -slack
                    || one[1] < -slack
                    || one[0] > picture.width() + slack
                    || one[1] > picture.height() + slack) {
                return 0;
            }
        }
        double part = area / (picture.width() * picture.height());
        if (part < SMALLEST_AREA) {
            return 0;
        }
        double sum = 0;
        for (int i = 0; i < 4; i++) {
            double side = outline(corners[i], corners[(i + 1) % 4]);
            if (side < WEAKEST_SIDE) {
                return 0;
            }
            sum += side;
        }
        double outline = sum / 4;
        return outline < ENOUGH_OUTLINE ? 0 : outline * outline * Math.sqrt(part);
    }

    /** How much of a side is brighter on its right, which is inside. */
    private double outline(double[] from, double[] to) {
        double length = Math.hypot(to[0] - from[0], to[1] - from[1]);
        double normalX = (to[1] - from[1]) / length;
        double normalY = -(to[0] - from[0]) / length;
        int places = 28;
        double sum = 0;
        for (int i = 0; i < places; i++) {
            double t = (i + 0.5) / places;
            double x = from[0] + t * (to[0] - from[0]);
            double y = from[1] + t * (to[1] - from[1]);
            double best = 0;
            for (int offset = -4; offset <= 4; offset += 2) {
                double px = x + offset * normalX;
                double py = y + offset * normalY;
                if (picture.contains(px + BESIDE * normalX, py + BESIDE * normalY)) {
                    double inside = picture.at(px - BESIDE * normalX, py - BESIDE * normalY);
                    double outside = picture.at(px + BESIDE * normalX, py + BESIDE * normalY);
                    best = Math.max(best, Math.min(1, (inside - outside) / FULL_CONTRAST));
                }
            }
            sum += best;
        }
        return sum / places;
    }
}
