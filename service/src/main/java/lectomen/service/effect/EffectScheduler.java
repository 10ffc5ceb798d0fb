package lectomen.service.effect;

import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Hands due effects to threads. A connection takes a few at once and no more, so that a slow one keeps no other waiting.
 */
final class EffectScheduler implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(EffectScheduler.class);
    private static final Duration TURN = Duration.ofMillis(200);
    private static final Duration AFTER_FAULT = Duration.ofSeconds(1);
    private static final int MOST_IN_A_LOOK = 100;

    private final Effects effects;
    private final ConnectionLimits limits;
    private final Consumer<Effect> act;
    private final Set<String> taken = ConcurrentHashMap.newKeySet();
    private final Map<String, Integer> atWork = new ConcurrentHashMap<>();
    private final Map<String, Queue<String>> next = new ConcurrentHashMap<>(); // found by the last look, by connection
    private volatile boolean closing;
    private final AtomicBoolean lookAsked = new AtomicBoolean();
    private final ExecutorService threads = Executors.newCachedThreadPool(work -> new Thread(work, "filing"));
    private final ScheduledExecutorService poller =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "filing-poller"));

    /** @param act does an open effect, or says why it has to wait */
    EffectScheduler(Effects effects, ConnectionLimits limits, Consumer<Effect> act) {
        this.limits = limits;
        this.effects = effects;
        this.act = act;
    }

    /**
     * Begins to look.
     *
     * @param first done once, before the first look, by the looking thread
     * @param betweenLooks done by it now and then
     */
    void start(Runnable first, Runnable betweenLooks, Duration pause) {
        poller.execute(first);
        poller.scheduleWithFixedDelay(betweenLooks, 0, pause.toMillis(), TimeUnit.MILLISECONDS);
        poller.scheduleWithFixedDelay(this::submit, 0, TURN.toMillis(), TimeUnit.MILLISECONDS);
    }

    /** Looks for due effects now rather than at the next turn. Asking again before that look costs nothing. */
    void wake() {
        if (lookAsked.compareAndSet(false, true)) {
            try {
                poller.execute(this::submit);
            } catch (RejectedExecutionException stopping) {
                // the next start finds them
            }
        }
    }

    /** Whether a thread has the effect at this moment. */
    boolean isUnderWay(String effectId) {
        return taken.contains(effectId);
    }

    private void submit() {
        lookAsked.set(false);
        try {
            Set<String> busy = new HashSet<>();
            atWork.forEach((connection, count) -> {
                if (count >= limits.atOnce(connection)) {
                    busy.add(connection);
                }
            });
            Map<String, Queue<String>> rest = new HashMap<>();
            for (DueEffects.Due due : effects.due(busy, MOST_IN_A_LOOK)) {
                if (atWork.getOrDefault(due.connection(), 0) >= limits.atOnce(due.connection())) {
                    rest.computeIfAbsent(due.connection(), key -> new ConcurrentLinkedQueue<>())
                            .add(due.id());
                } else if (taken.add(due.id())) {
                    atWork.merge(due.connection(), 1, Integer::sum);
                    threads.execute(() -> actOnOneAfterAnother(due));
                }
            }
            next.keySet().removeIf(connection -> !busy.contains(connection));
            next.putAll(rest);
        } catch (RejectedExecutionException stopping) {
            // the next start finds them
        } catch (RuntimeException e) {
            LOG.error("Due effects can't be read; retried", e);
        }
    }

    /** The effect, and then what the last look found for its connection, without another look for each. */
    private void actOnOneAfterAnother(DueEffects.Due due) {
        try {
            Optional<String> id = Optional.of(due.id());
            while (id.isPresent()) {
                act(id.get());
                id = takeNext(due.connection());
            }
        } finally {
            atWork.merge(due.connection(), -1, Integer::sum);
            wake(); // what it did may have made others due
        }
    }

    private Optional<String> takeNext(String connection) {
        Queue<String> found = next.get(connection);
        if (found == null || closing || atWork.getOrDefault(connection, 0) > limits.atOnce(connection)) {
            return Optional.empty();
        }
        Optional<String> id = Optional.ofNullable(found.poll());
        while (id.isPresent() && !taken.add(id.get())) {
            id = Optional.ofNullable(found.poll());
        }
        return id;
    }

    private void act(String id) {
        try {
            effects.find(id).filter(found -> found.state().isOpen()).ifPresent(act);
        } catch (RuntimeException e) {
            LOG.error("Effect {} can't be rescheduled; it is retried at once: {}", id, e.getMessage());
            pause();
        } finally {
            taken.remove(id);
        }
    }

    /** While nothing can be written, each connection is tried a few times a second rather than without end. */
    private static void pause() {
        try {
            Thread.sleep(AFTER_FAULT.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Lets what is under way come to its end, and takes nothing new. */
    @Override
    public void close() {
        closing = true;
        poller.shutdownNow();
        threads.shutdown();
        try {
            if (!threads.awaitTermination(20, TimeUnit.SECONDS)) {
                threads.shutdownNow();
            }
        } catch (InterruptedException e) {
            threads.shutdownNow();
            Thread.currentThread().interrupt();
        }
    }
}
