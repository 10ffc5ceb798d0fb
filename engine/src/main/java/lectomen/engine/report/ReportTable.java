package lectomen.engine.report;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;

/** The tables of a report, for all forms of it. */
final class ReportTable {
    static final String NO_RULE = "(no rule)";

    /** @param heads of the columns; all but the first hold numbers */
    record Table(List<String> heads, List<List<String>> rows) {}

    private ReportTable() {}

    /** By rule, with a row for all. */
    static Table rules(Report report, Locale locale) {
        List<List<String>> rows = new ArrayList<>();
        report.rules().forEach(line -> rows.add(row(name(line.rule()), line.counts(), line.before(), locale)));
        rows.add(row("All", report.all(), report.before().cameIn(), locale));
        List<String> heads = new ArrayList<>(List.of("Rule"));
        heads.addAll(heads());
        heads.add(report.period() == ReportPeriod.DAY ? "Day before" : "Week before");
        return new Table(heads, rows);
    }

    /** By day. */
    static Table days(Report report, Locale locale) {
        DateTimeFormatter days = DateTimeFormatter.ofPattern("EEE d MMM", locale);
        List<String> heads = new ArrayList<>(List.of("Day"));
        heads.addAll(heads());
        return new Table(
                heads,
                report.days().stream()
                        .map(line -> row(days.format(line.day()), line.counts(), locale))
                        .toList());
    }

    /** What people decided, by rule. */
    static Table desk(Report report, Locale locale) {
        return new Table(
                List.of("Desk", "Decided", "Median time", "Corrected per 100", "Waiting", "Overdue"),
                report.desk().stream()
                        .map(line -> List.of(
                                line.rule(),
                                number(line.decided(), locale),
                                line.decided() == 0 ? "" : time(line.medianSeconds()),
                                String.format(locale, "%.1f", line.correctionsPerHundred()),
                                number(line.waiting(), locale),
                                number(line.overdue(), locale)))
                        .toList());
    }

    private static String time(long seconds) {
        return seconds < 120 ? seconds + " s" : seconds < 7_200 ? seconds / 60 + " min" : seconds / 3_600 + " h";
    }

    static String name(String rule) {
        return rule.isEmpty() ? NO_RULE : rule;
    }

    private static List<String> heads() {
        return List.of("Came in", "Filed", "Failed", "Rejected", "Unmatched", "Waiting");
    }

    private static List<String> row(String name, Counts counts, long before, Locale locale) {
        List<String> row = new ArrayList<>(row(name, counts, locale));
        row.add(number(before, locale));
        return row;
    }

    private static List<String> row(String name, Counts counts, Locale locale) {
        List<Function<Counts, Long>> columns = List.of(
                Counts::cameIn, Counts::filed, Counts::failed, Counts::rejected, Counts::unmatched, Counts::waiting);
        List<String> row = new ArrayList<>(List.of(name));
        columns.forEach(column -> row.add(number(column.apply(counts), locale)));
        return row;
    }

    private static String number(long count, Locale locale) {
        return String.format(locale, "%,d", count);
    }

    /** How many more or fewer came in than before, in words; empty where nothing came in before. */
    static String trend(Report report) {
        long before = report.before().cameIn();
        if (before == 0) {
            return "";
        }
        long difference = report.all().cameIn() - before;
        long percent = Math.round(100.0 * Math.abs(difference) / before);
        String than = report.period() == ReportPeriod.DAY ? "the day before" : "the week before";
        return difference == 0
                ? "as many as " + than
                : percent + " % " + (difference > 0 ? "more" : "fewer") + " than " + than;
    }

    /** What came in and what became of it, in a sentence. */
    static String summary(Report report, Locale locale) {
        Counts all = report.all();
        String trend = trend(report);
        return number(all.cameIn(), locale) + (all.cameIn() == 1 ? " document" : " documents") + " came in"
                + (trend.isEmpty() ? "" : ", " + trend)
                + ". " + number(all.filed(), locale) + " filed, " + number(all.failed(), locale) + " failed, "
                + number(all.waiting(), locale) + " waiting.";
    }
}
