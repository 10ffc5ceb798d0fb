package lectomen.engine.rulefile;

import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.reason.Counted;

/** Durations as rules write them. */
public final class DurationText {
    /** What to say that a length of time looks like. */
    public static final String EXPECTED = "a time such as 500ms, 2s, 5m, 1h or 2d";

    private static final Pattern DURATION = Pattern.compile("(\\d{1,6}) ?(ms|s|m|h|d|seconds?|minutes?|hours?|days?)");

    private DurationText() {}

    /** For sentences: "2 days", "90 minutes". */
    public static String words(Duration length) {
        long millis = length.toMillis();
        if (millis % 86_400_000 == 0) {
            return Counted.of(millis / 86_400_000, "day", "days");
        }
        if (millis % 3_600_000 == 0) {
            return Counted.of(millis / 3_600_000, "hour", "hours");
        }
        if (millis % 60_000 == 0) {
            return Counted.of(millis / 60_000, "minute", "minutes");
        }
        return millis % 1_000 == 0 ? Counted.of(millis / 1_000, "second", "seconds") : millis + " ms";
    }

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
