package lectomen.service.access;

import java.time.Duration;
import java.util.function.LongSupplier;

/** How fast the body of a request arrives. Slower than the slowest line, it only keeps a thread from others. */
final class BodyPace {
    private static final Duration GRACE = Duration.ofSeconds(30);
    private static final long LEAST_BYTES_PER_SECOND = 100;

    private final LongSupplier nanos;
    private final long began;
    private long bytes;

    /** @param nanos a clock that never goes back */
    BodyPace(LongSupplier nanos) {
        this.nanos = nanos;
        this.began = nanos.getAsLong();
    }

    /** Counts what arrived. @return whether it is too slow to be waited for */
    boolean isTooSlowWith(int arrived) {
        bytes += Math.max(0, arrived);
        Duration passed = passed();
        return passed.compareTo(GRACE) > 0 && bytes < LEAST_BYTES_PER_SECOND * passed.toSeconds();
    }

    Duration passed() {
        return Duration.ofNanos(nanos.getAsLong() - began);
    }
}
