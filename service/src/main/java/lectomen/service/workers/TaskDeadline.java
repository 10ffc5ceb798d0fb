package lectomen.service.workers;

import java.time.Duration;
import java.util.OptionalLong;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import lectomen.engine.progress.Progress;

/**
 * How long a worker may take for a document. What counts is the processor time that it used, since a busy machine is not the
 * document's doing, but never more than the time that went by. The limit counts again whenever it gets on to the next page,
 * since a long document is not a bad one; how often at most goes by the size of the document. A worker that waits and uses no
 * processor hangs.
 */
final class TaskDeadline {
    /** Each page of a real document takes some bytes; each limit more than the first needs as many of them. */
    private static final long BYTES_PER_LIMIT = 50_000;

    private static final int MOST_LIMITS = 60;

    /** Whoever uses less than this part of the time does nothing. */
    private static final int IDLE_PART = 50;

    private static final int IDLE_LIMITS = 3;
    private static final Duration LOOK = Duration.ofMillis(100);

    /** What time it is for a worker. */
    interface Times {
        /** By a steady clock. */
        long nanos();

        /** The processor time that the worker has used; empty where that does not show, as of one that has ended. */
        OptionalLong processorNanos();
    }

    private final Times times;
    private final long limitNanos;
    private final long mostNanos;
    private final Runnable giveUp;
    private final long beganNanos;
    private final OptionalLong processorAtBegin;
    private final ScheduledFuture<?> looking;

    // Guarded by this.
    private int done = -1;
    private long used;
    private long usedBefore;
    private long idleSinceNanos;
    private long usedWhenIdle;

    TaskDeadline(ScheduledExecutorService watchdog, Duration limit, long documentBytes, Times times, Runnable giveUp) {
        this.times = times;
        this.limitNanos = limit.toNanos();
        this.mostNanos = limitNanos * mostLimits(documentBytes);
        this.giveUp = giveUp;
        this.beganNanos = times.nanos();
        this.idleSinceNanos = beganNanos;
        this.processorAtBegin = times.processorNanos();
        this.looking =
                watchdog.scheduleWithFixedDelay(this::look, LOOK.toNanos(), LOOK.toNanos(), TimeUnit.NANOSECONDS);
    }

    static long mostLimits(long documentBytes) {
        return Math.min(MOST_LIMITS, 1 + documentBytes / BYTES_PER_LIMIT);
    }

    synchronized void wentOn(Progress progress) {
        if (progress.done() != done) {
            done = progress.done();
            measure();
            usedBefore = used;
        }
    }

    /** Asks how it stands; done a few times a second. */
    synchronized void look() {
        measure();
        if (used >= mostNanos || used - usedBefore >= limitNanos || isHanging()) {
            giveUp.run();
        }
    }

    private void measure() {
        long gone = times.nanos() - beganNanos;
        OptionalLong processor = times.processorNanos();
        if (processorAtBegin.isEmpty()) {
            used = gone;
        } else if (processor.isPresent()) {
            used = Math.min(gone, processor.getAsLong() - processorAtBegin.getAsLong());
        }
    }

    private boolean isHanging() {
        long now = times.nanos();
        if (used - usedWhenIdle >= (now - idleSinceNanos) / IDLE_PART) {
            idleSinceNanos = now;
            usedWhenIdle = used;
        }
        return now - idleSinceNanos >= IDLE_LIMITS * limitNanos;
    }

    void end() {
        looking.cancel(false);
    }
}
