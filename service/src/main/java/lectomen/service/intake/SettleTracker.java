package lectomen.service.intake;

import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;

/**
 * Tells when files have stopped changing: size, mtime and ctime stayed the same for the settle time, on a clock that never
 * jumps. The file's own times are only compared with themselves, so a share whose clock differs does no harm.
 */
final class SettleTracker {
    private record Since(FileState state, long nanos) {}

    private final Duration settle;
    private final Map<Path, Since> watched = new HashMap<>();

    SettleTracker(Duration settle) {
        this.settle = settle;
    }

    /** How long the file must still stay as it is; zero when it has settled. */
    Duration left(Path file, FileState state, long nowNanos) {
        if (settle.isZero()) {
            return Duration.ZERO;
        }
        Since since = watched.get(file);
        if (since == null || !since.state().equals(state)) {
            watched.put(file, new Since(state, nowNanos));
            return settle;
        }
        long left = settle.toNanos() - (nowNanos - since.nanos());
        return left <= 0 ? Duration.ZERO : Duration.ofNanos(left);
    }

    /** Forgets all files but these. */
    void keepOnly(Set<Path> files) {
        watched.keySet().retainAll(files);
    }

    /** What is still watched. */
    Set<Path> files() {
        return watched.keySet();
    }
}
