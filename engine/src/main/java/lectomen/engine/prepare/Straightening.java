package lectomen.engine.prepare;

import lectomen.engine.image.PagePixels;

/** A page turned about its middle so that its lines are level. */
public final class Straightening {
    private static final double LEVEL_ENOUGH_DEGREES = 0.15;
    private static final double HEAPS_OF_TEXT = 1.15;

    private final double degrees;

    private Straightening(double degrees) {
        this.degrees = degrees;
    }

    public static Straightening of(InkMask mask, double dotsPerInch) {
        Skew skew = Skew.of(mask, dotsPerInch);
        boolean leans = skew.strength() >= HEAPS_OF_TEXT && Math.abs(skew.degrees()) >= LEVEL_ENOUGH_DEGREES;
        return new Straightening(leans ? skew.degrees() : 0);
    }

    public boolean isNeeded() {
        return degrees != 0;
    }

    /** By how much the page leans, clockwise. */
    public double degrees() {
        return degrees;
    }

    public PagePixels apply(PagePixels page) {
        return isNeeded() ? page.with(Warp.straightened(page, degrees)) : page;
    }
}
