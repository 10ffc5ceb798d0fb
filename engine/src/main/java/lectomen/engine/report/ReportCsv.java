package lectomen.engine.report;

import java.io.IOException;
import java.io.UncheckedIOException;
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
                        "came in before")
                .get();
        try (CSVPrinter csv = new CSVPrinter(text, format)) {
            for (Report.RuleLine line : report.rules()) {
                Counts counts = line.counts();
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
                        line.before());
            }
        } catch (IOException e) {
            throw new UncheckedIOException("Text can't be appended to", e);
        }
        return text.toString();
    }
}
