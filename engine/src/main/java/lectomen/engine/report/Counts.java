package lectomen.engine.report;

/**
 * What became of the documents that came in.
 *
 * @param cameIn all of them
 * @param unmatched that no rule takes
 * @param waiting that are not done yet, whatever for
 */
public record Counts(long cameIn, long filed, long failed, long rejected, long unmatched, long waiting) {
    public static final Counts NONE = new Counts(0, 0, 0, 0, 0, 0);

    public Counts plus(Counts other) {
        return new Counts(
                cameIn + other.cameIn,
                filed + other.filed,
                failed + other.failed,
                rejected + other.rejected,
                unmatched + other.unmatched,
                waiting + other.waiting);
    }
}
