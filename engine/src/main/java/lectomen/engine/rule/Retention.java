package lectomen.engine.rule;

import java.time.Duration;
import java.util.Optional;

/**
 * How long data is kept after a job has ended.
 *
 * @param originals the kept originals; empty for ever
 * @param jobs what is known of finished jobs, which takes their originals along; empty for ever
 */
public record Retention(Optional<Duration> originals, Optional<Duration> jobs) {
    public static final Retention FOR_EVER = new Retention(Optional.empty(), Optional.empty());
}
