package lectomen.engine.schedule;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Certain days: weekdays, or the working days of a calendar.
 *
 * @param ofWeek not asked where {@code working} is true
 */
public record Days(Set<DayOfWeek> ofWeek, boolean working) {
    public static final Days EVERY = new Days(EnumSet.allOf(DayOfWeek.class), false);
    public static final Days WORKING = new Days(Set.of(), true);

    public Days {
        ofWeek = Set.copyOf(ofWeek);
    }

    boolean include(LocalDate day, WorkCalendar calendar) {
        return working ? calendar.isWorkingDay(day) : ofWeek.contains(day.getDayOfWeek());
    }

    /** For people: {@code every day}, {@code working days}, {@code monday, friday}. */
    public String words() {
        if (working) {
            return "working days";
        }
        return ofWeek.size() == DayOfWeek.values().length
                ? "every day"
                : ofWeek.stream()
                        .sorted()
                        .map(day -> day.getDisplayName(TextStyle.FULL, Locale.ENGLISH)
                                .toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining(", "));
    }
}
