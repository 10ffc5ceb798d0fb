package lectomen.engine.schedule;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Times of certain days at which something is done. One that the clocks skip is done as much later as they jump; one that
 * they show twice is done the first time.
 *
 * @param at in their order, at least one
 * @param catchUp whether one that was missed is made up for
 */
public record RunTimes(List<LocalTime> at, Days days, boolean catchUp) {
    private static final int DAYS_AHEAD = 400;

    public RunTimes {
        at = at.stream().sorted().distinct().toList();
    }

    /** The next time that lies after an instant; empty when that is more than a year ahead. */
    public Optional<Instant> next(Instant after, ZoneId zone, WorkCalendar calendar) {
        LocalDate day = LocalDate.ofInstant(after, zone);
        for (int ahead = 0; ahead <= DAYS_AHEAD; ahead++) {
            LocalDate on = day.plusDays(ahead);
            if (!days.include(on, calendar)) {
                continue;
            }
            for (LocalTime time : at) {
                Instant due = ZonedDateTime.of(on, time, zone).toInstant();
                if (due.isAfter(after)) {
                    return Optional.of(due);
                }
            }
        }
        return Optional.empty();
    }

    /** The last time that lies after {@code after} and not after {@code until}; empty when none does. */
    public Optional<Instant> last(Instant after, Instant until, ZoneId zone, WorkCalendar calendar) {
        LocalDate first = LocalDate.ofInstant(after, zone);
        for (LocalDate on = LocalDate.ofInstant(until, zone); !on.isBefore(first); on = on.minusDays(1)) {
            if (!days.include(on, calendar)) {
                continue;
            }
            for (int i = at.size() - 1; i >= 0; i--) {
                Instant due = ZonedDateTime.of(on, at.get(i), zone).toInstant();
                if (!due.isAfter(until)) {
                    return Optional.of(due).filter(last -> last.isAfter(after));
                }
            }
        }
        return Optional.empty();
    }

    /** For people: {@code at 12:00 and 17:30, working days}. */
    public String words() {
        return "at " + at.stream().map(LocalTime::toString).collect(Collectors.joining(" and ")) + ", " + days.words();
    }
}
