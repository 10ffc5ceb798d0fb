package lectomen.engine.prepare;

/** Which way up a page is, for callers that turn it themselves. */
public final class Upright {
    private Upright() {}

    /** By how many quarters to the right a page is set upright; 0 where it stands upright or that is not clear. */
    public static int quarters(InkMask mask, double dotsPerInch) {
        Uprightness uprightness = Uprightness.of(mask, dotsPerInch);
        return uprightness.sure() ? uprightness.quarters() : 0;
    }
}
