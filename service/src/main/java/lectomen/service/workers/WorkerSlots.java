package lectomen.service.workers;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.LongSupplier;

/**
 * Shares the workers among waiting tasks. As many go at once as there are workers; among those that wait, the source comes
 * first that has the fewest at work, then the one that came first. When all workers have been taken for a while, one task more is
 * let in, of a source that has none at work and whose documents did no harm lately: documents that take long, or are made to,
 * keep no other source waiting.
 */
final class WorkerSlots {
    /** How long all workers may be busy before one extra task is let in. */
    private static final Duration CROWDED = Duration.ofSeconds(1);

    private static final Duration HARM_REMEMBERED = Duration.ofMinutes(10);
    private static final long LOOK_MILLIS = 100;

    /** A task's place at a worker. */
    final class Place implements AutoCloseable {
        private final String source;
        private final boolean extra;

        private Place(String source, boolean extra) {
            this.source = source;
            this.extra = extra;
        }

        boolean isExtra() {
            return extra;
        }

        /** Remembers that its document killed its worker or took too long. */
        void didHarm() {
            synchronized (WorkerSlots.this) {
                harmAt.put(source, nanos.getAsLong());
            }
        }

        @Override
        public void close() {
            free(this);
        }
    }

    private static final class Waiting {
        private final String source;

        private Waiting(String source) {
            this.source = source;
        }
    }

    private final int count;
    private final LongSupplier nanos;
    private final List<Waiting> queue = new ArrayList<>();
    private final Map<String, Integer> atWork = new HashMap<>();
    private final Map<String, Long> harmAt = new HashMap<>();
    private int taken;
    private boolean extraTaken;
    private long fullSince;

    /** @param nanos by a steady clock */
    WorkerSlots(int count, LongSupplier nanos) {
        this.count = count;
        this.nanos = nanos;
    }

    /** Waits for a place. */
    synchronized Place take(String source) {
        Waiting own = new Waiting(source);
        queue.add(own);
        boolean interrupted = false;
        try {
            while (true) {
                if (taken < count && isNext(own)) {
                    return place(source, false);
                }
                if (mayHaveExtra(source)) {
                    return place(source, true);
                }
                try {
                    wait(LOOK_MILLIS);
                } catch (InterruptedException e) {
                    interrupted = true; // stopping the service closes its workers
                }
            }
        } finally {
            queue.removeIf(one -> one == own);
            notifyAll();
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private Place place(String source, boolean extra) {
        atWork.merge(source, 1, Integer::sum);
        if (extra) {
            extraTaken = true;
        } else {
            taken++;
            fullSince = nanos.getAsLong();
        }
        return new Place(source, extra);
    }

    private boolean isNext(Waiting own) {
        Waiting next = queue.get(0);
        for (Waiting one : queue) {
            if (atWork(one.source) < atWork(next.source)) {
                next = one;
            }
        }
        return next == own;
    }

    private int atWork(String source) {
        return atWork.getOrDefault(source, 0);
    }

    private boolean mayHaveExtra(String source) {
        long now = nanos.getAsLong();
        return !extraTaken
                && taken == count
                && now - fullSince >= CROWDED.toNanos()
                && atWork(source) == 0
                && now - harmAt.getOrDefault(source, now - HARM_REMEMBERED.toNanos()) >= HARM_REMEMBERED.toNanos();
    }

    private synchronized void free(Place place) {
        atWork.computeIfPresent(place.source, (source, at) -> at == 1 ? null : at - 1);
        if (place.extra) {
            extraTaken = false;
        } else {
            taken--;
        }
        notifyAll();
    }
}
