package lectomen.engine.schedule;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.Set;

/**
 * The working days of a site.
 *
 * @param workingDays of each week
 * @param holidays on which nobody works all the same
 */
public record WorkCalendar(Set<DayOfWeek> workingDays, Set<LocalDate> holidays) {
    /** Monday to Friday, without holidays. */
    public static final WorkCalendar USUAL =
            new WorkCalendar(EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY), Set.of());

    public WorkCalendar {
        workingDays = Set.copyOf(workingDays);
        holidays = Set.copyOf(holidays);
    }

    public boolean isWorkingDay(LocalDate day) {
        return workingDays.contains(day.getDayOfWeek()) && !holidays.contains(day);
    }
}
