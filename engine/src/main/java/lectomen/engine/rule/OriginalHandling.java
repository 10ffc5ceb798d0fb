package lectomen.engine.rule;

/** What happens to the original once its job has ended. */
public sealed interface OriginalHandling {
    /** It is kept as long as the retention says, and nothing is put anywhere; not even where it failed. */
    record Keep() implements OriginalHandling {}

    /**
     * It is put where its submitter sees it, and stored as well.
     *
     * @param folder a path, or a name inside the hot folder
     */
    record Move(String folder) implements OriginalHandling {}

    /** Its bytes are removed from the home. */
    record Remove() implements OriginalHandling {}
}
