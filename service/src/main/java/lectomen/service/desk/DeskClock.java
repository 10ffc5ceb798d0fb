package lectomen.service.desk;

import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Looks now and then whether a time has come on the desk. */
public final class DeskClock implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(DeskClock.class);
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(2);

    private final Desk desk;
    private final ScheduledExecutorService thread =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "desk"));

    public DeskClock(Desk desk) {
        this.desk = desk;
    }

    public void start() {
        thread.scheduleWithFixedDelay(this::look, 0, BETWEEN_LOOKS.toMillis(), TimeUnit.MILLISECONDS);
    }

    /** Looks now rather than at the next turn. */
    public void lookSoon() {
        thread.execute(this::look);
    }

    private void look() {
        try {
            desk.times().seeTo();
        } catch (RuntimeException e) {
            LOG.error("The times of the desk can't be seen to; retried: {}", e.getMessage());
        }
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
