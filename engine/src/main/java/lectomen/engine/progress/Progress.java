package lectomen.engine.progress;

/**
 * The progress of work on a document.
 *
 * @param doing what is being done, such as {@code reading pages}
 * @param done how much of it is behind
 * @param of how much there is; 0 where that is not known
 */
public record Progress(String doing, int done, int of) {
    /** Told as work goes on, often and on the working thread. */
    @FunctionalInterface
    public interface Listener {
        Listener NONE = progress -> {};

        void at(Progress progress);
    }
}
