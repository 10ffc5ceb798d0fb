package lectomen.engine.image;

/**
 * What is known of a picture before it is decoded.
 *
 * @param width as it is stored, in pixels
 * @param height as it is stored, in pixels
 * @param dotsPerInchX along the stored width; {@link #USUAL_DOTS_PER_INCH} where the file says nothing sound
 * @param dotsPerInchY along the stored height, which fax pictures have half as many of
 * @param turn that sets it upright
 * @param ink that it has
 */
public record PictureInfo(int width, int height, double dotsPerInchX, double dotsPerInchY, Turn turn, ColourDepth ink) {
    /** What a picture is taken for that says nothing of its resolution. */
    public static final double USUAL_DOTS_PER_INCH = 96;

    private static final double POINTS_PER_INCH = 72;

    /** The width of the upright picture on paper, in points. */
    public double pageWidth() {
        return turn.isSideways() ? storedHeightPoints() : storedWidthPoints();
    }

    /** The height of the upright picture on paper, in points. */
    public double pageHeight() {
        return turn.isSideways() ? storedWidthPoints() : storedHeightPoints();
    }

    /** As it is stored. */
    public PictureSize size() {
        return new PictureSize(width, height, dotsPerInchX, dotsPerInchY);
    }

    private double storedWidthPoints() {
        return width * POINTS_PER_INCH / dotsPerInchX;
    }

    private double storedHeightPoints() {
        return height * POINTS_PER_INCH / dotsPerInchY;
    }
}
