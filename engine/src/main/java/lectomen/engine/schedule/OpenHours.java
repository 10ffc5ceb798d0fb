package lectomen.engine.schedule;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;

/**
 * Hours of certain days during which something is done. They may go over midnight, and then belong to the day on which they
 * begin; from a time to the same time is a whole day.
 *
 * @param hours empty for the working hours of the site
 */
public record OpenHours(Optional<WorkCalendar.Hours> hours, Days days) {
    /** Those of the site's calendar. */
    public static final OpenHours WORKING = new OpenHours(Optional.empty(), Days.WORKING);

    /** How they are written in a rule. */
    public static final String WORKING_HOURS = "working hours";

    /** A year with every day of it a holiday opens never. */
    private static final int DAYS_AHEAD = 400;

    public OpenHours(LocalTime from, LocalTime to, Days days) {
        this(Optional.of(new WorkCalendar.Hours(from, to)), days);
    }

    /** One stretch of them. */
    record Window(Instant opens, Instant closes) {}

    public boolean isOpen(Instant at, ZoneId zone, WorkCalendar calendar) {
        LocalDate today = LocalDate.ofInstant(at, zone);
        return holds(today.minusDays(1), at, zone, calendar) || holds(today, at, zone, calendar);
    }

    private boolean holds(LocalDate day, Instant at, ZoneId zone, WorkCalendar calendar) {
        return findWindow(day, zone, calendar)
                .filter(window -> !at.isBefore(window.opens()) && at.isBefore(window.closes()))
                .isPresent();
    }

    /** When they open next; the same instant while they are open, empty when that is more than a year ahead. */
    public Optional<Instant> opensAt(Instant from, ZoneId zone, WorkCalendar calendar) {
        if (isOpen(from, zone, calendar)) {
            return Optional.of(from);
        }
        LocalDate day = LocalDate.ofInstant(from, zone);
        for (int ahead = 0; ahead <= DAYS_AHEAD; ahead++) {
            Optional<Instant> opens = findWindow(day.plusDays(ahead), zone, calendar)
                    .map(Window::opens)
                    .filter(instant -> instant.isAfter(from));
            if (opens.isPresent()) {
                return opens;
            }
        }
        return Optional.empty();
    }

    /** The one that begins on a day. */
    Optional<Window> findWindow(LocalDate day, ZoneId zone, WorkCalendar calendar) {
        if (!days.include(day, calendar)) {
            return Optional.empty();
        }
        WorkCalendar.Hours own = hours.orElse(calendar.hours());
        LocalDate end = own.to().isAfter(own.from()) ? day : day.plusDays(1);
        return Optional.of(new Window(
                ZonedDateTime.of(day, own.from(), zone).toInstant(),
                ZonedDateTime.of(end, own.to(), zone).toInstant()));
    }

    /** For people: {@code 07:00 to 18:00, working days}, or {@code working hours}. */
    public String words() {
        return hours.map(own -> own.from() + " to " + own.to() + ", " + days.words())
                .orElse(WORKING_HOURS);
    }
}
