package lectomen.service.effect.print;

import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Has print queues look at the time: printing hours begin, documents have waited for long, connections are resumed. */
public final class PrintQueueClock implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(PrintQueueClock.class);
    private static final long BETWEEN_LOOKS_MILLIS = 1_000;

    private final PrintQueues queues;
    private final Runnable wake;
    private final ScheduledExecutorService thread = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread made = new Thread(work, "print-queues");
        made.setDaemon(true);
        return made;
    });

    /** @param wake has what may go now be printed */
    public PrintQueueClock(PrintQueues queues, Runnable wake) {
        this.queues = queues;
        this.wake = wake;
    }

    public void start() {
        thread.scheduleWithFixedDelay(this::look, 0, BETWEEN_LOOKS_MILLIS, TimeUnit.MILLISECONDS);
    }

    private void look() {
        try {
            if (queues.letGo()) {
                wake.run();
            }
        } catch (RuntimeException e) {
            LOG.error("Print queues can't be looked at; retried: {}", e.getMessage());
        }
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
