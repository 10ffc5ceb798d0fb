package lectomen.service.api;

import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import lectomen.engine.report.PrintedCsv;
import lectomen.engine.report.PrintedLine;
import lectomen.service.effect.print.PrintFigures;
import lectomen.service.home.Settings;
import lectomen.service.job.JobList;
import lectomen.service.role.Permission;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was printed, and on how many sheets. */
@RestController
@RequestMapping("/api/v1/print-report")
final class PrintReportController {
    private static final int USUAL_DAYS = 30;

    private final PrintFigures figures;
    private final Settings settings;
    private final CallerScope scopes;
    private final InstantSource clock;

    PrintReportController(PrintFigures figures, Settings settings, CallerScope scopes, InstantSource clock) {
        this.figures = figures;
        this.settings = settings;
        this.scopes = scopes;
        this.clock = clock;
    }

    /** @param first the first day of it, and last the last, in the time zone of the site */
    record PrintReport(LocalDate first, LocalDate last, List<PrintedLine> lines) {}

    /** @param first a day (default: 30 days ago) @param last a day (default: today) */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping
    PrintReport report(@RequestParam Optional<LocalDate> first, @RequestParam Optional<LocalDate> last) {
        LocalDate until = last.orElseGet(
                () -> LocalDate.ofInstant(clock.instant(), settings.site().zone()));
        LocalDate since = first.orElseGet(() -> until.minus(USUAL_DAYS, ChronoUnit.DAYS));
        if (since.isAfter(until)) {
            throw new BadRequestException("first", "first must not be after last");
        }
        Optional<JobList.Only> only = scopes.findOnly(Permission.SEE_DOCUMENTS);
        Instant begin = since.atStartOfDay(settings.site().zone()).toInstant();
        Instant end = until.plusDays(1).atStartOfDay(settings.site().zone()).toInstant();
        return new PrintReport(
                since,
                until,
                figures.between(begin, end).stream()
                        .filter(line ->
                                only.isEmpty() || only.get().has(line.printed().rule(), line.source()))
                        .map(PrintFigures.Line::printed)
                        .toList());
    }

    /** The same as CSV. */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping(path = "/file", produces = "text/csv")
    ResponseEntity<String> file(@RequestParam Optional<LocalDate> first, @RequestParam Optional<LocalDate> last) {
        PrintReport report = report(first, last);
        ContentDisposition disposition = ContentDisposition.attachment()
                .filename("printed " + report.first() + " to " + report.last() + ".csv")
                .build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .body(PrintedCsv.of(report.lines()));
    }
}
