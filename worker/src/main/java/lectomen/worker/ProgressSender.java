package lectomen.worker;

import java.io.IOException;
import java.io.UncheckedIOException;
import lectomen.engine.progress.Progress;
import lectomen.engine.task.Frames;

/** Reports progress at most ten times a second, and not at all for a quick task. */
final class ProgressSender implements Progress.Listener {
    private static final long PAUSE_NANOS = 100_000_000;

    private final Frames frames;
    private long lastNanos = System.nanoTime();

    ProgressSender(Frames frames) {
        this.frames = frames;
    }

    @Override
    public void at(Progress progress) {
        long now = System.nanoTime();
        if (now - lastNanos < PAUSE_NANOS) {
            return;
        }
        lastNanos = now;
        try {
            frames.send(progress);
        } catch (IOException e) {
            throw new UncheckedIOException("The service no longer listens to this worker", e);
        }
    }
}
