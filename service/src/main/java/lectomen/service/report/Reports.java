package lectomen.service.report;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.facts.Site;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.report.Counts;
import lectomen.engine.report.Report;
import lectomen.engine.report.ReportPeriod;
import lectomen.engine.report.ReportText;
import lectomen.service.desk.DeskFigures;
import lectomen.service.job.DayCounts;
import lectomen.service.job.JobState;
import lectomen.service.notice.Notices;
import lectomen.service.role.Scope;

/** Makes reports of days and weeks, each with what somebody may see. Safe for several threads. */
public final class Reports {
    private final DayCounts counts;
    private final DeskFigures figures;
    private final Site site;

    public Reports(DayCounts counts, DeskFigures figures, Site site) {
        this.counts = counts;
        this.figures = figures;
        this.site = site;
    }

    public ZoneId zone() {
        return site.zone();
    }

    /** The last period that is over. */
    public LocalDate latest(ReportPeriod period) {
        return period.lastBefore(counts.today(site.zone()));
    }

    /** @param day any of the period @param sees what the reader may see */
    public Report of(ReportPeriod period, LocalDate day, Scope sees) {
        LocalDate first = period.firstDay(day);
        return Report.of(period, first, days(period, first, sees), days(period, period.lastBefore(first), sees))
                .withDesk(desk(period, first, sees));
    }

    private List<Report.DeskLine> desk(ReportPeriod period, LocalDate first, Scope sees) {
        List<LocalDate> days = period.daysFrom(first);
        Instant from = first.atStartOfDay(site.zone()).toInstant();
        Instant to =
                days.get(days.size() - 1).plusDays(1).atStartOfDay(site.zone()).toInstant();
        return figures.between(from, to).stream()
                .filter(line -> sees.hasRule(line.rule()))
                .map(line -> new Report.DeskLine(
                        line.rule(),
                        line.decided(),
                        line.medianSeconds(),
                        100.0 * line.corrections() / Math.max(1, line.reviewed()),
                        line.waiting(),
                        line.overdue()))
                .toList();
    }

    private Map<LocalDate, Map<String, Counts>> days(ReportPeriod period, LocalDate first, Scope sees) {
        Map<LocalDate, Map<String, Counts>> days = new TreeMap<>();
        period.daysFrom(first).forEach(day -> days.put(day, day(day, sees)));
        return days;
    }

    private Map<String, Counts> day(LocalDate day, Scope sees) {
        Map<String, Counts> byRule = new HashMap<>();
        counts.of(day, site.zone()).stream()
                .filter(of -> sees.hasRule(of.rule()))
                .forEach(of -> byRule.merge(of.rule(), counts(of.state(), of.count()), Counts::plus));
        return byRule;
    }

    private static Counts counts(JobState state, long count) {
        return switch (state) {
            case FILED -> new Counts(count, count, 0, 0, 0, 0);
            case FAILED -> new Counts(count, 0, count, 0, 0, 0);
            case REJECTED -> new Counts(count, 0, 0, count, 0, 0);
            case UNMATCHED -> new Counts(count, 0, 0, 0, count, 0);
            case CANCELLED -> new Counts(count, 0, 0, 0, 0, 0);
            case WAITING, WORKING, NEEDS_REVIEW, AWAITING_APPROVAL, HELD, IN_DOUBT ->
                new Counts(count, 0, 0, 0, 0, count);
        };
    }

    /** The text of a notice that is a report; empty for others. @param sees what its reader may see when it is mailed */
    public Optional<String> findText(Notices.Notice notice, Scope sees) {
        return findPeriod(notice.kind())
                .map(period -> ReportText.of(of(period, LocalDate.parse(notice.about()), sees), site.locale()));
    }

    static NoticeKind kind(ReportPeriod period) {
        return period == ReportPeriod.DAY ? NoticeKind.DAILY_REPORT : NoticeKind.WEEKLY_REPORT;
    }

    private static Optional<ReportPeriod> findPeriod(NoticeKind kind) {
        return switch (kind) {
            case DAILY_REPORT -> Optional.of(ReportPeriod.DAY);
            case WEEKLY_REPORT -> Optional.of(ReportPeriod.WEEK);
            default -> Optional.empty();
        };
    }
}
