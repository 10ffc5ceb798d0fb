package lectomen.engine.report;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What came in during a period, and what has become of it since.
 *
 * <pre>{@code
 * Report report = Report.of(ReportPeriod.WEEK, monday, week, weekBefore);
 * String mail = ReportText.of(report, Locale.UK);
 * }</pre>
 *
 * @param first day of the period
 * @param all that came in
 * @param before the same of the period before
 * @param rules with the most documents first; the name is empty for documents that no rule took
 * @param days in their order
 * @param desk what people decided in the period, by rule
 */
public record Report(
        ReportPeriod period,
        LocalDate first,
        Counts all,
        Counts before,
        List<RuleLine> rules,
        List<DayLine> days,
        List<DeskLine> desk) {
    /** @param before how many came in for it in the period before */
    public record RuleLine(String rule, Counts counts, long before) {}

    public record DayLine(LocalDate day, Counts counts) {}

    /**
     * What people decided about documents of a rule.
     *
     * @param medianSeconds from when it was asked
     * @param correctionsPerHundred documents that were reviewed
     * @param waiting when the report was made, as well as those overdue among them
     */
    public record DeskLine(
            String rule, int decided, long medianSeconds, double correctionsPerHundred, int waiting, int overdue) {}

    public Report {
        rules = List.copyOf(rules);
        days = List.copyOf(days);
        desk = List.copyOf(desk);
    }

    /** The same with what people decided. */
    public Report withDesk(List<DeskLine> lines) {
        return new Report(period, first, all, before, rules, days, lines);
    }

    /**
     * @param now the counts of each day of the period, by rule
     * @param earlier those of the period before
     */
    public static Report of(
            ReportPeriod period,
            LocalDate first,
            Map<LocalDate, Map<String, Counts>> now,
            Map<LocalDate, Map<String, Counts>> earlier) {
        Map<String, Counts> byRule = byRule(now);
        Map<String, Counts> byRuleBefore = byRule(earlier);
        TreeSet<String> names = new TreeSet<>(byRule.keySet());
        names.addAll(byRuleBefore.keySet());
        List<RuleLine> rules = names.stream()
                .map(rule -> new RuleLine(
                        rule,
                        byRule.getOrDefault(rule, Counts.NONE),
                        byRuleBefore.getOrDefault(rule, Counts.NONE).cameIn()))
                .sorted(Comparator.comparing((RuleLine line) -> line.counts().cameIn())
                        .reversed()
                        .thenComparing(RuleLine::rule))
                .toList();
        List<DayLine> days = new ArrayList<>();
        for (LocalDate day : period.daysFrom(first)) {
            days.add(new DayLine(day, sum(now.getOrDefault(day, Map.of()))));
        }
        return new Report(period, first, sum(byRule), sum(byRuleBefore), rules, days, List.of());
    }

    private static Map<String, Counts> byRule(Map<LocalDate, Map<String, Counts>> days) {
        Map<String, Counts> byRule = new TreeMap<>();
        days.values().forEach(day -> day.forEach((rule, counts) -> byRule.merge(rule, counts, Counts::plus)));
        return byRule;
    }

    private static Counts sum(Map<String, Counts> byRule) {
        return byRule.values().stream().reduce(Counts.NONE, Counts::plus);
    }
}
