package lectomen.engine.print.place;

import java.awt.geom.AffineTransform;

/**
 * A page on a sheet.
 *
 * @param page counted from 0
 * @param area that it takes, also where that goes beyond what is shown
 * @param shown what of the sheet it may be shown on
 * @param quarters of a turn to the left
 * @param scale 1 for its own size
 */
public record PlacedPage(int page, Area area, Area shown, int quarters, double scale) {
    private static final double TOLERANCE = 0.01;

    /** By how much it is cut off, at the side where that is most, in points; 0 where it is shown whole. */
    public double cut() {
        double most = Math.max(
                Math.max(shown.left() - area.left(), area.right() - shown.right()),
                Math.max(shown.bottom() - area.bottom(), area.top() - shown.top()));
        return most > TOLERANCE ? most : 0;
    }

    /** From the page, whose origin is at its bottom left, to the sheet. */
    public AffineTransform matrix() {
        AffineTransform matrix = AffineTransform.getTranslateInstance(area.left(), area.bottom());
        switch (quarters) {
            case 1 -> matrix.translate(area.width(), 0);
            case 2 -> matrix.translate(area.width(), area.height());
            case 3 -> matrix.translate(0, area.height());
            default -> {
                // it stands as it is
            }
        }
        matrix.quadrantRotate(quarters);
        matrix.scale(scale, scale);
        return matrix;
    }
}
