package lectomen.engine.rule;

import java.time.Duration;

/**
 * How the files of one hot folder become arrivals. All rules that name the folder must agree on them.
 *
 * @param settle how long a file must stay unchanged before it is taken; zero for a folder into which files are moved whole
 * @param sweep how often the folder is looked at besides file events
 * @param failedFolder where failed files go: a path, or a name inside the hot folder
 */
public record SourceSettings(Duration settle, Duration sweep, String failedFolder) {
    public static final Duration DEFAULT_SETTLE = Duration.ofSeconds(2);
    public static final Duration DEFAULT_SWEEP = Duration.ofSeconds(30);
    public static final String DEFAULT_FAILED_FOLDER = "failed";
}
