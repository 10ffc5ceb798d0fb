package lectomen.engine.report;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Locale;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** A report as CSV (RFC 4180): a line for each rule. */
public final class ReportCsv {
    private ReportCsv() {}

    public static String of(Report report) {
        StringBuilder text = new StringBuilder();
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader(
                        "period",
                        "from",
                        "rule",
                        "came in",
                        "filed",
                        "failed",
                        "rejected",
                        "unmatched",
                        "waiting",
                        "came in before",
                        "decided",
                        "median seconds",
                        "corrections per hundred")
                .get();
        try (CSVPrinter csv = new CSVPrinter(text, format)) {
            for (Report.RuleLine line : report.rules()) {
                Counts counts = line.counts();
                Report.DeskLine desk = report.desk().stream()
                        .filter(one -> one.rule().equals(line.rule()))
                        .findFirst()
                        .orElse(new Report.DeskLine(line.rule(), 0, 0, 0, 0, 0));
                csv.printRecord(
                        report.period().word(),
                        report.first(),
                        line.rule(),
                        counts.cameIn(),
                        counts.filed(),
                        counts.failed(),
                        counts.rejected(),
                        counts.unmatched(),
                        counts.waiting(),
                        line.before(),
                        desk.decided(),
                        desk.medianSeconds(),
                        String.format(Locale.ROOT, "%.1f", desk.correctionsPerHundred()));
            }
        } catch (IOException e) {
            throw new UncheckedIOException("Text can't be appended to", e);
        }
        return text.toString();
    }
}
