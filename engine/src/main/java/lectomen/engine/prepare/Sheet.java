package lectomen.engine.prepare;

import java.awt.image.BufferedImage;
import java.util.Optional;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Resampling;

/**
 * The sheet of paper in a photograph.
 *
 * <p>It is found in a small picture as the four straight edges that agree best (see {@link SheetEdges}). Each side is then
 * traced in a larger picture, as the curve that the edge of a sheet makes which does not lie flat: the offset from the straight
 * side is a polynomial of third degree through the places where paper turns into background. The sheet is cut out by the
 * projective map of its four corners, with the offsets of opposite sides blended over the page (a Coons patch on a projective
 * base), which undoes perspective and curl together.
 */
final class Sheet {
    private static final int FINDING_SIDE = 480;
    private static final int TRACING_SIDE = 1600;
    private static final double A_SERIES = Math.sqrt(2);
    /** So much of each side is left out, so that no line of background stays along the edges. */
    private static final double INSET = 0.0025;

    private static final double LIKE_A_SERIES = 0.09;
    private static final double LONG_SIDE_INCHES = 297 / 25.4;

    /** Corners in pixels of the photograph: top left, top right, bottom right, bottom left. */
    private final double[][] corners;

    private final SideCurve[] sides;

    private Sheet(double[][] corners, SideCurve[] sides) {
        this.corners = corners;
        this.sides = sides;
    }

    double[][] corners() {
        return corners;
    }

    /** Empty where no sheet stands out from its background. */
    static Optional<Sheet> find(PagePixels photograph) {
        Grey small = Grey.of(photograph.image(), FINDING_SIDE);
        return SheetEdges.of(small).findBest().map(found -> {
            Grey fine = Grey.of(photograph.image(), TRACING_SIDE);
            double toFine = (double) fine.width() / small.width();
            double toPhotograph = (double) photograph.width() / fine.width();
            double[][] rough = new double[4][];
            for (int i = 0; i < 4; i++) {
                rough[i] = new double[] {found[i][0] * toFine, found[i][1] * toFine};
            }
            return traced(rough, fine).scaled(toPhotograph);
        });
    }

    private static Sheet traced(double[][] rough, Grey fine) {
        double[][] corners = rough;
        SideCurve[] sides = new SideCurve[4];
        for (int round = 0; round < 2; round++) {
            double reach = round == 0 ? 0.025 : 0.015;
            for (int i = 0; i < 4; i++) {
                sides[i] = SideCurve.trace(fine, corners[i], corners[(i + 1) % 4], reach);
            }
            double[][] better = new double[4][];
            for (int i = 0; i < 4; i++) {
                better[i] = SideCurve.meet(sides[(i + 3) % 4], sides[i]).orElse(corners[i]);
            }
            corners = better;
        }
        for (int i = 0; i < 4; i++) {
            sides[i] = SideCurve.trace(fine, corners[i], corners[(i + 1) % 4], 0.015)
                    .endingAtCorners();
        }
        return new Sheet(corners, sides);
    }

    private Sheet scaled(double factor) {
        double[][] larger = new double[4][];
        SideCurve[] curves = new SideCurve[4];
        for (int i = 0; i < 4; i++) {
            larger[i] = new double[] {corners[i][0] * factor, corners[i][1] * factor};
            curves[i] = sides[i].scaled(factor);
        }
        return new Sheet(larger, curves);
    }

    private double length(int from, int to) {
        return Math.hypot(corners[to][0] - corners[from][0], corners[to][1] - corners[from][1]);
    }

    /** The sheet alone, with its resolution taken from its being A4, or as long as A4 where its proportions are others. */
    PagePixels cutOut(PagePixels photograph) {
        double across = Math.max(length(0, 1), length(3, 2));
        double down = Math.max(length(0, 3), length(1, 2));
        double meanAcross = (length(0, 1) + length(3, 2)) / 2;
        double meanDown = (length(0, 3) + length(1, 2)) / 2;
        double ratio = Math.max(meanAcross, meanDown) / Math.min(meanAcross, meanDown);
        if (Math.abs(ratio - A_SERIES) < LIKE_A_SERIES * A_SERIES) {
            double longSide = Math.max(across, down);
            double shortSide = longSide / A_SERIES;
            boolean tall = down >= across;
            across = tall ? shortSide : longSide;
            down = tall ? longSide : shortSide;
        }
        int width = (int) Math.round(across);
        int height = (int) Math.round(down);
        double dots = Math.max(width, height) / LONG_SIDE_INCHES;
        Projection projection = Projection.ofUnitSquareTo(corners);
        double[] onSide = new double[2];
        double[] moved = new double[2];
        PagePixels upright = photograph.with(Pixels.as(
                photograph.ink() == ColourDepth.BLACK_AND_WHITE ? ColourDepth.GREY : photograph.ink(),
                photograph.image()));
        BufferedImage cut = Warp.of(upright, width, height, (x, y, old) -> {
            double u = INSET + (1 - 2 * INSET) * (x + 0.5) / width;
            double v = INSET + (1 - 2 * INSET) * (y + 0.5) / height;
            projection.map(u, v, old);
            bend(projection, u, 0, 0, 1 - v, onSide, moved, old);
            bend(projection, 1, v, 1, u, onSide, moved, old);
            bend(projection, u, 1, 2, v, onSide, moved, old);
            bend(projection, 0, v, 3, 1 - u, onSide, moved, old);
        });
        return new PagePixels(cut, dots, dots);
    }

    /** Adds a part of what a side leaves its straight line by. */
    private void bend(
            Projection projection,
            double u,
            double v,
            int side,
            double part,
            double[] onSide,
            double[] moved,
            double[] old) {
        projection.map(u, v, onSide);
        sides[side].offset(onSide, moved);
        old[0] += part * moved[0];
        old[1] += part * moved[1];
    }

    /** A small grey picture. */
    record Grey(int[] values, int width, int height) {
        static Grey of(BufferedImage image, int longSide) {
            double scale = Math.min(1, (double) longSide / Math.max(image.getWidth(), image.getHeight()));
            int width = Math.max(1, (int) Math.round(image.getWidth() * scale));
            int height = Math.max(1, (int) Math.round(image.getHeight() * scale));
            byte[] bytes = Pixels.bytes(Pixels.as(ColourDepth.GREY, Resampling.to(image, width, height)));
            int[] values = new int[bytes.length];
            for (int i = 0; i < values.length; i++) {
                values[i] = bytes[i] & 0xff;
            }
            return new Grey(values, width, height);
        }

        /** The grey at a place; outside that of the nearest edge. */
        double at(double x, double y) {
            double safeX = Math.max(0, Math.min(width - 1.001, x));
            double safeY = Math.max(0, Math.min(height - 1.001, y));
            int left = (int) safeX;
            int top = (int) safeY;
            int right = Math.min(width - 1, left + 1);
            int bottom = Math.min(height - 1, top + 1);
            double partX = safeX - left;
            double partY = safeY - top;
            double upper = values[top * width + left] * (1 - partX) + values[top * width + right] * partX;
            double lower = values[bottom * width + left] * (1 - partX) + values[bottom * width + right] * partX;
            return upper * (1 - partY) + lower * partY;
        }

        boolean contains(double x, double y) {
            return x >= 0 && y >= 0 && x <= width - 1 && y <= height - 1;
        }
    }
}
