package lectomen.engine.print.ipp;

/** How far a job is (RFC 8011, section 5.3.7). */
public enum IppJobState {
    PENDING(3),
    PENDING_HELD(4),
    PROCESSING(5),
    PROCESSING_STOPPED(6),
    CANCELED(7),
    ABORTED(8),
    COMPLETED(9);

    private final int code;

    IppJobState(int code) {
        this.code = code;
    }

    public int code() {
        return code;
    }

    /** Whether nothing more happens to it. */
    public boolean isEnd() {
        return code >= CANCELED.code;
    }
}
