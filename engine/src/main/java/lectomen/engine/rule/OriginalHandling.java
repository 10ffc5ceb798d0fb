package lectomen.engine.rule;

/** What becomes of a document as it came, once its way through a rule has ended. */
public sealed interface OriginalHandling {
    /** It is kept as long as the retention says, and nothing is put anywhere; not even where it failed. */
    record Keep() implements OriginalHandling {}

    /**
     * It is put where whoever dropped it sees it, and kept besides.
     *
     * @param folder a path, or a name inside the hot folder
     */
    record Move(String folder) implements OriginalHandling {}

    /** Its bytes are removed from the home. */
    record Remove() implements OriginalHandling {}
}
