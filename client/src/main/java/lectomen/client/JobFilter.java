package lectomen.client;

import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The options that choose jobs. */
final class JobFilter {
    @Option(names = "--state", paramLabel = "STATE", description = "Only jobs in this state.")
    private @Nullable String state;

    @Option(names = "--rule", paramLabel = "ID", description = "Only jobs of this rule.")
    private @Nullable String rule;

    @Option(names = "--name", paramLabel = "TEXT", description = "Only jobs whose file name contains this text.")
    private @Nullable String name;

    @Option(
            names = "--since",
            paramLabel = "TIME",
            description =
                    "Only jobs received at this time or later: 2027-03-01, 2027-03-01T14:30, or 90m, 12h, 7d ago.")
    private @Nullable String since;

    @Option(names = "--until", paramLabel = "TIME", description = "Only jobs received before this time.")
    private @Nullable String until;

    @Option(names = "--folder", paramLabel = "FOLDER", description = "Only jobs from this hot folder.")
    private @Nullable Path folder;

    boolean isEmpty() {
        return state == null && rule == null && name == null && since == null && until == null && folder == null;
    }

    /** The filter as the query of a call, each part led by an ampersand. */
    String query() {
        return part("state", state)
                + part("rule", rule)
                + part("name", name)
                + time("since", since)
                + time("until", until)
                + part(
                        "folder",
                        folder == null
                                ? null
                                : folder.toAbsolutePath().normalize().toString());
    }

    private static String part(String key, @Nullable String value) {
        return value == null ? "" : "&" + key + "=" + Service.encoded(value);
    }

    private static String time(String key, @Nullable String text) {
        return text == null ? "" : part(key, instant(text).toString());
    }

    /** Whole days and times of day are those of this machine's zone. */
    static Instant instant(String text) {
        try {
            if (text.matches("\\d{1,6}[smhd]")) {
                long number = Long.parseLong(text.substring(0, text.length() - 1));
                long seconds =
                        switch (text.charAt(text.length() - 1)) {
                            case 's' -> 1;
                            case 'm' -> 60;
                            case 'h' -> 3_600;
                            default -> 86_400;
                        };
                return Instant.now().minusSeconds(number * seconds);
            }
            if (text.matches("\\d{4}-\\d{2}-\\d{2}")) {
                return LocalDate.parse(text)
                        .atStartOfDay(ZoneId.systemDefault())
                        .toInstant();
            }
            return text.endsWith("Z")
                    ? Instant.parse(text)
                    : LocalDateTime.parse(text).atZone(ZoneId.systemDefault()).toInstant();
        } catch (DateTimeException e) {
            throw new ServiceUnreachable(
                    "invalid time \"" + text + "\"; expected 2027-03-01, 2027-03-01T14:30, or 90m, 12h or 7d ago");
        }
    }
}
