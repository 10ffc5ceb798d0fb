package lectomen.engine.print.ipp;

import java.util.Optional;
import java.util.stream.Stream;

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

    public static Optional<IppJobState> find(int code) {
        return Stream.of(values()).filter(state -> state.code == code).findFirst();
    }

    /** Whether nothing more happens to it. */
    public boolean isEnd() {
        return code >= CANCELED.code;
    }
}
