package lectomen.engine.rulefile;

import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Durations as rules write them. */
public final class DurationText {
    /** What to say that a length of time looks like. */
    public static final String EXPECTED = "a time such as 500ms, 2s, 5m, 1h or 2d";

    private static final Pattern DURATION = Pattern.compile("(\\d{1,6}) ?(ms|s|m|h|d|seconds?|minutes?|hours?|days?)");

    private DurationText() {}

    /** Empty for what is no length of time, and for none at all. */
    public static Optional<Duration> find(String text) {
        Matcher matcher = DURATION.matcher(text);
        if (!matcher.matches() || Long.parseLong(matcher.group(1)) == 0) {
            return Optional.empty();
        }
        long number = Long.parseLong(matcher.group(1));
        return Optional.of(
                switch (matcher.group(2).charAt(0)) {
                    case 's' -> Duration.ofSeconds(number);
                    case 'h' -> Duration.ofHours(number);
                    case 'd' -> Duration.ofDays(number);
                    default -> matcher.group(2).equals("ms") ? Duration.ofMillis(number) : Duration.ofMinutes(number);
                });
    }
}
