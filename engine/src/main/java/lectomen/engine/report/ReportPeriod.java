package lectomen.engine.report;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** What a report is about: a day, or a week from Monday on. */
public enum ReportPeriod {
    DAY(1),
    WEEK(7);

    private final int days;

    ReportPeriod(int days) {
        this.days = days;
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static List<String> words() {
        return Stream.of(values()).map(ReportPeriod::word).toList();
    }

    public static Optional<ReportPeriod> findByWord(String word) {
        return Stream.of(values()).filter(period -> period.word().equals(word)).findFirst();
    }

    /** The first day of the period that a day is in. */
    public LocalDate firstDay(LocalDate day) {
        return this == WEEK ? day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)) : day;
    }

    /** The first day of the last period that was over when a day began. */
    public LocalDate lastBefore(LocalDate day) {
        return firstDay(day).minusDays(days);
    }

    /** The days of the period, in their order. */
    public List<LocalDate> daysFrom(LocalDate first) {
        return first.datesUntil(first.plusDays(days)).toList();
    }

    /** How people call the period: "Monday, 1 March 2027", or "1 to 7 March 2027". */
    public String title(LocalDate first, Locale locale) {
        if (this == DAY) {
            return DateTimeFormatter.ofPattern("EEEE, d MMMM yyyy", locale).format(first);
        }
        LocalDate last = first.plusDays(days - 1L);
        String from = first.getYear() != last.getYear()
                ? "d MMMM yyyy"
                : first.getMonth() != last.getMonth() ? "d MMMM" : "d";
        return DateTimeFormatter.ofPattern(from, locale).format(first) + " to "
                + DateTimeFormatter.ofPattern("d MMMM yyyy", locale).format(last);
    }
}
