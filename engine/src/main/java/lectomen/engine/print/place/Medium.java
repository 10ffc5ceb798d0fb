package lectomen.engine.print.place;

import lectomen.engine.print.media.MediaSize;

/**
 * What is printed on.
 *
 * @param width in points
 * @param height in points; 0 for a roll, of which each sheet takes as much as it needs
 * @param margins nothing is printed there
 */
public record Medium(double width, double height, Margins margins) {
    /** Points of a millimetre. */
    public static final double MILLIMETRE = 72 / 25.4;

    /** Programs round the sizes of pages, to whole points at least. */
    private static final double TOLERANCE = MILLIMETRE;

    public static Medium of(MediaSize size, double marginMillimetres) {
        return of(size, Margins.same(marginMillimetres * MILLIMETRE));
    }

    public static Medium of(MediaSize size, Margins margins) {
        return new Medium(size.width() * MILLIMETRE, size.height() * MILLIMETRE, margins);
    }

    public static Medium roll(double widthMillimetres, double marginMillimetres) {
        return new Medium(widthMillimetres * MILLIMETRE, 0, Margins.same(marginMillimetres * MILLIMETRE));
    }

    public boolean isRoll() {
        return height == 0;
    }

    /** Of a roll without end. */
    double area() {
        return isRoll() ? Double.POSITIVE_INFINITY : width * height;
    }

    /** Whether a page is not larger than it, upright or on its side; that something on it lies in the margins is no matter. */
    boolean takes(PageSize page) {
        return covers(page) || covers(page.turned(1));
    }

    private boolean covers(PageSize page) {
        return page.width() <= width + TOLERANCE && (isRoll() || page.height() <= height + TOLERANCE);
    }

    double printableWidth() {
        return width - margins.left() - margins.right();
    }

    double printableHeight() {
        return isRoll() ? Double.POSITIVE_INFINITY : height - margins.top() - margins.bottom();
    }

    /** Whether the margins leave anything to print on. */
    public boolean hasRoom() {
        return printableWidth() > 0 && printableHeight() > 0;
    }
}
