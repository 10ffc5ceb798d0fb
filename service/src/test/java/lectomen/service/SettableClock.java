package lectomen.service;

import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import lectomen.service.time.ServiceClock;

/** A clock that stands still until a test moves it. */
public final class SettableClock implements ServiceClock {
    private final AtomicReference<Instant> now;
    private final AtomicLong nanos = new AtomicLong(1_000_000_000L);

    public SettableClock(Instant now) {
        this.now = new AtomicReference<>(now);
    }

    /** Lets time pass. */
    public void advance(Duration by) {
        now.updateAndGet(before -> before.plus(by));
        nanos.addAndGet(Math.max(0, by.toNanos()));
    }

    /** Sets the time of day, as somebody may do who sets the machine's clock; no time passes. */
    public void setTo(Instant instant) {
        now.set(instant);
    }

    @Override
    public Instant instant() {
        return now.get();
    }

    @Override
    public long nanos() {
        return nanos.get();
    }
}
