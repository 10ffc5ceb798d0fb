package lectomen.engine.naming;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** Transforms for dates, which are stored as yyyy-MM-dd. What is empty stays so. */
final class DateTransforms {
    @FunctionalInterface
    private interface Step {
        LocalDate plus(LocalDate date, long count);
    }

    private static final Map<String, Step> STEPS = Map.of(
            "day", LocalDate::plusDays,
            "week", LocalDate::plusWeeks,
            "month", LocalDate::plusMonths,
            "year", LocalDate::plusYears,
            "working day", DateTransforms::plusWorkingDays);

    private static final Map<String, UnaryOperator<LocalDate>> STARTS = Map.of(
            "week", date -> date.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)),
            "month", date -> date.withDayOfMonth(1),
            "quarter", date -> LocalDate.of(date.getYear(), 3 * ((date.getMonthValue() - 1) / 3) + 1, 1),
            "year", date -> date.withDayOfYear(1));

    private static final Map<String, UnaryOperator<LocalDate>> ENDS = Map.of(
            "week", date -> date.with(TemporalAdjusters.nextOrSame(DayOfWeek.SUNDAY)),
            "month", date -> date.with(TemporalAdjusters.lastDayOfMonth()),
            "quarter", date -> requireStart("quarter").apply(date).plusMonths(3).minusDays(1),
            "year", date -> date.with(TemporalAdjusters.lastDayOfYear()));

    private DateTransforms() {}

    private static UnaryOperator<LocalDate> requireStart(String of) {
        return Optional.ofNullable(STARTS.get(of)).orElseThrow();
    }

    /** A form such as {@code d MMMM yyyy}; names of months and days are those of the locale. */
    static Optional<Transform> form(Arguments arguments) {
        try {
            DateTimeFormatter formatter =
                    DateTimeFormatter.ofPattern(arguments.raw().replace("yyyy", "uuuu"), Locale.ROOT);
            return formatter.format(LocalDate.EPOCH).isEmpty()
                    ? Optional.empty()
                    : Optional.of((text, around) ->
                            text.isEmpty() ? "" : LocalDate.parse(text).format(formatter.withLocale(around.locale())));
        } catch (IllegalArgumentException | DateTimeException notAForm) {
            return Optional.empty();
        }
    }

    /** Reads a date that stands in a form such as {@code ddMMyy}, as it does in many file names. */
    static Optional<Transform> read(Arguments arguments) {
        try {
            DateTimeFormatter formatter = new DateTimeFormatterBuilder()
                    .parseCaseInsensitive()
                    .appendPattern(arguments.raw().replace('y', 'u'))
                    .toFormatter(Locale.ROOT)
                    .withResolverStyle(ResolverStyle.STRICT);
            LocalDate.parse(formatter.format(LocalDate.EPOCH), formatter);
            return Optional.of((text, around) -> text.isEmpty()
                    ? ""
                    : LocalDate.parse(text.strip(), formatter.withLocale(around.locale()))
                            .toString());
        } catch (IllegalArgumentException | DateTimeException notAForm) {
            return Optional.empty();
        }
    }

    /** {@code plus 30 days}, {@code plus 2 working days}: Saturdays and Sundays do not count. */
    static Optional<Transform> move(Arguments arguments, int sign) {
        Optional<List<String>> named = arguments.match("# ..");
        Optional<List<String>> working = arguments.match("# working ..");
        return named.or(() -> working.map(values -> List.of(values.get(0), "working " + values.get(1))))
                .flatMap(values -> Optional.ofNullable(STEPS.get(values.get(1).replaceFirst("s$", "")))
                        .map(step -> dated(date -> step.plus(date, (long) sign * Integer.parseInt(values.get(0))))));
    }

    private static LocalDate plusWorkingDays(LocalDate date, long count) {
        LocalDate at = date;
        for (long left = Math.abs(count); left > 0; ) {
            at = at.plusDays(count < 0 ? -1 : 1);
            if (at.getDayOfWeek() != DayOfWeek.SATURDAY && at.getDayOfWeek() != DayOfWeek.SUNDAY) {
                left--;
            }
        }
        return at;
    }

    static Optional<Transform> start(Arguments arguments) {
        return Optional.ofNullable(STARTS.get(arguments.raw())).map(DateTransforms::dated);
    }

    static Optional<Transform> end(Arguments arguments) {
        return Optional.ofNullable(ENDS.get(arguments.raw())).map(DateTransforms::dated);
    }

    /** {@code next friday}: the first one after the date. */
    static Optional<Transform> next(Arguments arguments) {
        return List.of(DayOfWeek.values()).stream()
                .filter(day -> day.name().equalsIgnoreCase(arguments.raw()))
                .findFirst()
                .map(day -> dated(date -> date.with(TemporalAdjusters.next(day))));
    }

    private static Transform dated(UnaryOperator<LocalDate> change) {
        return (text, around) ->
                text.isEmpty() ? "" : change.apply(LocalDate.parse(text)).toString();
    }
}
