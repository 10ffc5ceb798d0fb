package lectomen.service.workers;

import java.time.Duration;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import lectomen.engine.progress.Progress;

/**
 * How long a worker may take. The limit counts anew whenever it gets on to the next page, since a long document is not a bad one;
 * but all together it has no more than {@value #MOST_LIMITS} times the limit.
 */
final class Patience {
    private static final int MOST_LIMITS = 60;

    private final ScheduledExecutorService watchdog;
    private final Duration limit;
    private final Runnable giveUp;
    private final long lastNanos;
    private ScheduledFuture<?> end;
    private int done = -1;

    Patience(ScheduledExecutorService watchdog, Duration limit, Runnable giveUp) {
        this.watchdog = watchdog;
        this.limit = limit;
        this.giveUp = giveUp;
        this.lastNanos = System.nanoTime() + limit.multipliedBy(MOST_LIMITS).toNanos();
        this.end = watchdog.schedule(giveUp, limit.toNanos(), TimeUnit.NANOSECONDS);
    }

    void wentOn(Progress progress) {
        if (progress.done() != done) {
            done = progress.done();
            long nanos = Math.min(limit.toNanos(), lastNanos - System.nanoTime());
            end.cancel(false);
            end = watchdog.schedule(giveUp, Math.max(0, nanos), TimeUnit.NANOSECONDS);
        }
    }

    void end() {
        end.cancel(false);
    }
}
