package lectomen.engine.image;

import java.awt.image.BufferedImage;

/**
 * A page as pixels, upright.
 *
 * @param image in one of the forms of {@link Pixels}
 * @param dotsPerInchX across
 * @param dotsPerInchY down
 */
public record PagePixels(BufferedImage image, double dotsPerInchX, double dotsPerInchY) {
    private static final double POINTS_PER_INCH = 72;

    public PagePixels {
        if (dotsPerInchX <= 0 || dotsPerInchY <= 0) {
            throw new IllegalArgumentException("A page of " + dotsPerInchX + " x " + dotsPerInchY + " dots per inch");
        }
    }

    public ColourDepth ink() {
        return Pixels.inkOf(image);
    }

    public int width() {
        return image.getWidth();
    }

    public int height() {
        return image.getHeight();
    }

    /** On paper, in points. */
    public double pageWidth() {
        return image.getWidth() * POINTS_PER_INCH / dotsPerInchX;
    }

    /** On paper, in points. */
    public double pageHeight() {
        return image.getHeight() * POINTS_PER_INCH / dotsPerInchY;
    }

    /** The same page with other pixels of the same resolution. */
    public PagePixels with(BufferedImage other) {
        return new PagePixels(other, dotsPerInchX, dotsPerInchY);
    }

    /** The same page with as many dots per inch down as across, the larger of both: fax pages have half as many down. */
    public PagePixels square() {
        double ratio = dotsPerInchX / dotsPerInchY;
        if (Math.abs(ratio - 1) < 0.02) {
            return this;
        }
        double dots = Math.max(dotsPerInchX, dotsPerInchY);
        int width = (int) Math.round(image.getWidth() * dots / dotsPerInchX);
        int height = (int) Math.round(image.getHeight() * dots / dotsPerInchY);
        return new PagePixels(Resampling.to(image, width, height), dots, dots);
    }
}
