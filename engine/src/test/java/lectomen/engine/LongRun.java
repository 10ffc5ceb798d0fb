package lectomen.engine;

/** Whether this is a long run, asked for by {@code ./check --long}: large measures, many files, many kills. */
public final class LongRun {
    private static final boolean ASKED = Boolean.getBoolean("lectomen.long");

    private LongRun() {}

    public static boolean isAsked() {
        return ASKED;
    }

    /** The number for a long run, or that for every day. */
    public static int of(int everyDay, int longRun) {
        return ASKED ? longRun : everyDay;
    }
}
