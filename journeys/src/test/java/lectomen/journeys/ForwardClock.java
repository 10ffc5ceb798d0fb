package lectomen.journeys;

import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicReference;
import lectomen.service.time.ServiceClock;

/** The machine's clock, as far ahead as a test sets it. */
final class ForwardClock implements ServiceClock {
    private final AtomicReference<Duration> ahead = new AtomicReference<>(Duration.ZERO);
    private final Duration dayAhead;

    /** @param dayAhead how far the time of day alone runs ahead from the beginning */
    ForwardClock(Duration dayAhead) {
        this.dayAhead = dayAhead;
    }

    void advance(Duration by) {
        ahead.accumulateAndGet(by, Duration::plus);
    }

    @Override
    public Instant instant() {
        return Instant.now().plus(dayAhead).plus(ahead.get());
    }

    @Override
    public long nanos() {
        return System.nanoTime() + ahead.get().toNanos();
    }
}
