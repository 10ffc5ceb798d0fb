package lectomen.service.api;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import lectomen.service.ledger.Ledger;
import org.springframework.context.ApplicationListener;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Sends new ledger entries to listeners. Each listener has its own place in the ledger, so that a slow one holds up
 * no other and one that comes back goes on where it stopped.
 */
final class EventStream implements ApplicationListener<ContextClosedEvent>, AutoCloseable {
    private static final int MOST_LISTENERS = 64;
    private static final int PER_READ = 500;
    private static final int SIGN_OF_LIFE_SECONDS = 15;

    /** No more can listen at once. */
    static final class TooManyException extends RuntimeException {
        TooManyException() {
            super("Already " + MOST_LISTENERS + " clients already subscribe to events. Close one, or try again later.");
        }
    }

    /** Who listens. */
    interface For {
        boolean maySee(Ledger.Entry entry);

        /** Whether its rights are others than when it began to listen. */
        boolean hasOtherRightsNow();
    }

    private final Ledger ledger;
    private final Set<Listener> listeners = ConcurrentHashMap.newKeySet();
    private final ExecutorService senders = Executors.newCachedThreadPool(work -> daemon(work, "event-sender"));
    private final ScheduledExecutorService pulse =
            Executors.newSingleThreadScheduledExecutor(work -> daemon(work, "event-pulse"));

    private volatile boolean ending;

    EventStream(Ledger ledger) {
        this.ledger = ledger;
        ledger.onAppend(() -> listeners.forEach(Listener::wake));
        pulse.scheduleWithFixedDelay(
                () -> listeners.forEach(Listener::signOfLife),
                SIGN_OF_LIFE_SECONDS,
                SIGN_OF_LIFE_SECONDS,
                TimeUnit.SECONDS);
    }

    private static Thread daemon(Runnable work, String name) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        return thread;
    }

    /** @throws TooManyException if too many listen already */
    SseEmitter listen(long after, Optional<String> subject, boolean named, For audience) {
        if (listeners.size() >= MOST_LISTENERS) {
            throw new TooManyException();
        }
        SseEmitter emitter = new SseEmitter(0L);
        if (ending) {
            emitter.complete();
            return emitter;
        }
        Listener listener = new Listener(emitter, after, subject, named, audience);
        listeners.add(listener);
        emitter.onCompletion(() -> listeners.remove(listener));
        emitter.onError(e -> listeners.remove(listener));
        listener.signOfLife();
        listener.wake();
        return emitter;
    }

    private final class Listener {
        private final SseEmitter emitter;
        private final Optional<String> subject;
        private final boolean named;
        private final For audience;
        private final AtomicBoolean asked = new AtomicBoolean();
        private long sentUpTo;

        Listener(SseEmitter emitter, long after, Optional<String> subject, boolean named, For audience) {
            this.audience = audience;
            this.emitter = emitter;
            this.sentUpTo = after;
            this.subject = subject;
            this.named = named;
        }

        void wake() {
            if (asked.compareAndSet(false, true)) {
                try {
                    senders.execute(this::send);
                } catch (RejectedExecutionException stopping) {
                    listeners.remove(this);
                }
            }
        }

        private synchronized void send() {
            asked.set(false);
            try {
                List<Ledger.Entry> next = ledger.after(sentUpTo, subject, PER_READ);
                while (!next.isEmpty()) {
                    for (Ledger.Entry entry : next) {
                        if (!audience.maySee(entry)) {
                            sentUpTo = entry.seq();
                            continue;
                        }
                        SseEmitter.SseEventBuilder event = SseEmitter.event()
                                .id(Long.toString(entry.seq()))
                                .data(entry, MediaType.APPLICATION_JSON);
                        emitter.send(named ? event.name(entry.event()) : event);
                        sentUpTo = entry.seq();
                    }
                    next = ledger.after(sentUpTo, subject, PER_READ);
                }
            } catch (IOException | IllegalStateException gone) {
                listeners.remove(this);
            }
        }

        /** A comment now and then, by which both sides notice that the line is still there. */
        void signOfLife() {
            try {
                senders.execute(() -> {
                    synchronized (this) {
                        try {
                            if (audience.hasOtherRightsNow()) {
                                emitter.complete(); // who listens asks again, with the rights of then
                                return;
                            }
                            emitter.send(SseEmitter.event().comment("still here"));
                        } catch (IOException | IllegalStateException gone) {
                            listeners.remove(this);
                        }
                    }
                });
            } catch (RejectedExecutionException stopping) {
                listeners.remove(this);
            }
        }
    }

    /** The service is about to stop, and would wait for calls that never end by themselves. */
    @Override
    public void onApplicationEvent(ContextClosedEvent stopping) {
        ending = true;
        pulse.shutdownNow();
        listeners.forEach(listener -> listener.emitter.complete());
    }

    @Override
    public void close() {
        pulse.shutdownNow();
        senders.shutdownNow();
    }
}
