package lectomen.engine.schedule;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.Set;

/**
 * The working days and hours of a site.
 *
 * @param workingDays of each week
 * @param holidays on which nobody works all the same
 * @param hours of each working day
 */
public record WorkCalendar(Set<DayOfWeek> workingDays, Set<LocalDate> holidays, Hours hours) {
    /** They may go over midnight. */
    public record Hours(LocalTime from, LocalTime to) {
        public static final Hours USUAL = new Hours(LocalTime.of(9, 0), LocalTime.of(17, 0));
    }

    /** Monday to Friday, 9:00 to 17:00, without holidays. */
    public static final WorkCalendar USUAL =
            new WorkCalendar(EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY), Set.of());

    public WorkCalendar {
        workingDays = Set.copyOf(workingDays);
        holidays = Set.copyOf(holidays);
    }

    /** With the usual hours. */
    public WorkCalendar(Set<DayOfWeek> workingDays, Set<LocalDate> holidays) {
        this(workingDays, holidays, Hours.USUAL);
    }

    public boolean isWorkingDay(LocalDate day) {
        return workingDays.contains(day.getDayOfWeek()) && !holidays.contains(day);
    }
}
