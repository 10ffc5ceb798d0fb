package lectomen.service.time;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;

/**
 * The time of day, which may be set forward or back, and a steady clock for durations. Safe for
 * several threads.
 */
public interface ServiceClock extends InstantSource {
    /** Nanoseconds since some moment; never goes back. Only differences mean anything. */
    long nanos();

    /** The machine's clock. @param ahead how far the time of day runs ahead of it; negative: behind */
    static ServiceClock system(Duration ahead) {
        return new ServiceClock() {
            @Override
            public Instant instant() {
                return Instant.now().plus(ahead);
            }

            @Override
            public long nanos() {
                return System.nanoTime();
            }
        };
    }
}
