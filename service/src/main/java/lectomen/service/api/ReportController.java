package lectomen.service.api;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import lectomen.engine.report.Report;
import lectomen.engine.report.ReportCsv;
import lectomen.engine.report.ReportPdf;
import lectomen.engine.report.ReportPeriod;
import lectomen.engine.report.ReportText;
import lectomen.service.home.Settings;
import lectomen.service.report.Reports;
import lectomen.service.role.Permission;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Reports of days and weeks, with what the caller may see. */
@RestController
@RequestMapping("/api/v1/report")
final class ReportController {
    private static final List<String> FORMATS = List.of("text", "csv", "pdf");

    private final Reports reports;
    private final Settings settings;
    private final InstantSource clock;
    private final CallerScope scopes;

    ReportController(Reports reports, Settings settings, InstantSource clock, CallerScope scopes) {
        this.reports = reports;
        this.settings = settings;
        this.clock = clock;
        this.scopes = scopes;
    }

    /**
     * What came in during a day, or a week from Monday on, and what has become of it since.
     *
     * @param period day or week
     * @param date a day of the period (default: the last that is over)
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping
    Report report(@RequestParam(defaultValue = "day") String period, @RequestParam Optional<String> date) {
        ReportPeriod of = ReportPeriod.findByWord(period)
                .orElseThrow(() -> new BadRequestException(
                        "period", "period must be " + String.join(" or ", ReportPeriod.words()) + ", not " + period));
        return reports.of(
                of,
                date.map(ReportController::day).orElseGet(() -> reports.latest(of)),
                scopes.require(Permission.SEE_DOCUMENTS));
    }

    private static LocalDate day(String text) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw new BadRequestException("date", "date must be a day such as 2027-03-01, not " + text);
        }
    }

    /** The same as a file. @param format text, csv or pdf */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/file")
    ResponseEntity<byte[]> file(
            @RequestParam(defaultValue = "day") String period,
            @RequestParam Optional<String> date,
            @RequestParam(defaultValue = "pdf") String format)
            throws IOException {
        Report report = report(period, date);
        if (!FORMATS.contains(format)) {
            throw new BadRequestException("format", "format must be text, csv or pdf, not " + format);
        }
        String name = "report-" + report.period().word() + "-" + report.first();
        return switch (format) {
            case "text" ->
                file(
                        name + ".txt",
                        MediaType.TEXT_PLAIN,
                        bytes(ReportText.of(report, settings.site().locale())));
            case "csv" -> file(name + ".csv", MediaType.valueOf("text/csv"), bytes(ReportCsv.of(report)));
            default -> {
                ByteArrayOutputStream out = new ByteArrayOutputStream();
                ReportPdf.write(report, settings.site().locale(), clock.instant(), out);
                yield file(name + ".pdf", MediaType.APPLICATION_PDF, out.toByteArray());
            }
        };
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static ResponseEntity<byte[]> file(String name, MediaType type, byte[] bytes) {
        MediaType withCharset = type.getType().equals("text") ? new MediaType(type, StandardCharsets.UTF_8) : type;
        return ResponseEntity.ok()
                .contentType(withCharset)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(bytes);
    }
}
