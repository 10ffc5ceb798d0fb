package lectomen.engine.print.place;

import lectomen.engine.print.media.MediaSize;

/**
 * What is printed on.
 *
 * @param width in points
 * @param height in points; 0 for a roll, of which each sheet takes as much as it needs
 * @param margin in points, on each side: nothing is printed there
 */
public record Medium(double width, double height, double margin) {
    /** Points of a millimetre. */
    public static final double MILLIMETRE = 72 / 25.4;

    public static Medium of(MediaSize size, double marginMillimetres) {
        return new Medium(size.width() * MILLIMETRE, size.height() * MILLIMETRE, marginMillimetres * MILLIMETRE);
    }

    public static Medium roll(double widthMillimetres, double marginMillimetres) {
        return new Medium(widthMillimetres * MILLIMETRE, 0, marginMillimetres * MILLIMETRE);
    }

    public boolean isRoll() {
        return height == 0;
    }

    double printableWidth() {
        return width - 2 * margin;
    }

    double printableHeight() {
        return isRoll() ? Double.POSITIVE_INFINITY : height - 2 * margin;
    }

    /** Whether the margins leave anything to print on. */
    public boolean hasRoom() {
        return printableWidth() > 0 && printableHeight() > 0;
    }
}
