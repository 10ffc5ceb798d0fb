package lectomen.engine.step.wait;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.rulefile.TimesOfDay;

/** Times that a rule says something waits for. */
final class WaitTime {
    /** What to say that one looks like. */
    static final String EXPECTED = "a time such as 18:00, a date such as 2027-03-01, or both";

    private static final Pattern WRITTEN = Pattern.compile("(\\d{4}-\\d{2}-\\d{2})?\\s*(\\d{1,2}:\\d{2}(?::\\d{2})?)?");

    private WaitTime() {}

    /**
     * A date alone means its beginning, a time of day alone the next such time after now. Where clocks are changed, a time that is
     * missing means the same later, and one that is doubled its first.
     */
    static Optional<Instant> find(String text, Instant now, ZoneId zone) {
        Matcher written = WRITTEN.matcher(text.strip());
        if (!written.matches() || text.isBlank()) {
            return Optional.empty();
        }
        try {
            Optional<LocalTime> time =
                    written.group(2) == null ? Optional.of(LocalTime.MIDNIGHT) : TimesOfDay.find(written.group(2));
            if (time.isEmpty()) {
                return Optional.empty();
            }
            if (written.group(1) != null) {
                return Optional.of(ZonedDateTime.of(LocalDate.parse(written.group(1)), time.get(), zone)
                        .toInstant());
            }
            LocalDate today = LocalDate.ofInstant(now, zone);
            Instant next = ZonedDateTime.of(today, time.get(), zone).toInstant();
            return Optional.of(
                    next.isAfter(now)
                            ? next
                            : ZonedDateTime.of(today.plusDays(1), time.get(), zone)
                                    .toInstant());
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
    }
}
