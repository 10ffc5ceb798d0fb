package lectomen.engine.schedule;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;

/**
 * A length of time that somebody is given: by the clock, or counted in the working hours or days of a site.
 *
 * @param length in whole days for working days
 */
public record WorkingTime(Duration length, Counted counted) {
    /** How it is counted. */
    public enum Counted {
        BY_THE_CLOCK,
        WORKING_HOURS,
        WORKING_DAYS
    }

    /** A calendar may be full of holidays. */
    private static final int MOST_DAYS_AHEAD = 4_000;

    /** When it is over that begins now. A calendar that never opens counts nothing: then it is counted by the clock. */
    public Instant after(Instant now, ZoneId zone, WorkCalendar calendar) {
        Optional<Instant> begins =
                counted == Counted.BY_THE_CLOCK ? Optional.empty() : OpenHours.WORKING.opensAt(now, zone, calendar);
        return begins.flatMap(from -> counted == Counted.WORKING_DAYS
                        ? daysAfter(from, zone, calendar)
                        : hoursAfter(from, zone, calendar))
                .orElseGet(() -> now.plus(length));
    }

    /** The same time of day, so many working days later. */
    private Optional<Instant> daysAfter(Instant from, ZoneId zone, WorkCalendar calendar) {
        ZonedDateTime begins = from.atZone(zone);
        LocalDate day = begins.toLocalDate();
        long left = length.toDays();
        for (int ahead = 0; left > 0; ahead++) {
            if (ahead > MOST_DAYS_AHEAD) {
                return Optional.empty();
            }
            day = day.plusDays(1);
            if (calendar.isWorkingDay(day)) {
                left--;
            }
        }
        return Optional.of(ZonedDateTime.of(day, begins.toLocalTime(), zone).toInstant());
    }

    private Optional<Instant> hoursAfter(Instant from, ZoneId zone, WorkCalendar calendar) {
        Duration left = length;
        LocalDate first = LocalDate.ofInstant(from, zone).minusDays(1); // its hours may go over midnight
        for (int ahead = 0; ahead <= MOST_DAYS_AHEAD; ahead++) {
            Optional<OpenHours.Window> window = OpenHours.WORKING.findWindow(first.plusDays(ahead), zone, calendar);
            if (window.isPresent() && window.get().closes().isAfter(from)) {
                Instant opens = window.get().opens().isBefore(from)
                        ? from
                        : window.get().opens();
                Instant end = opens.plus(left);
                if (!end.isAfter(window.get().closes())) {
                    return Optional.of(end);
                }
                left = left.minus(Duration.between(opens, window.get().closes()));
            }
        }
        return Optional.empty();
    }
}
