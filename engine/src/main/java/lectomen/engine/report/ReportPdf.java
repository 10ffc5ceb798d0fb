package lectomen.engine.report;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.Locale;

/** A report as a PDF of A4 pages. */
public final class ReportPdf {
    private ReportPdf() {}

    /** @param now when it was made @throws IOException if it can't be written */
    public static void write(Report report, Locale locale, Instant now, OutputStream out) throws IOException {
        String title = report.period().title(report.first(), locale);
        ReportTable.Table rules = ReportTable.rules(report, locale);
        PdfPages pages = new PdfPages()
                .title(title)
                .text(ReportTable.summary(report, locale), 14)
                .numbers(rules.heads(), rules.rows(), true);
        if (report.period() != ReportPeriod.DAY) {
            ReportTable.Table days = ReportTable.days(report, locale);
            pages.heading("By day").numbers(days.heads(), days.rows(), false);
        }
        if (!report.desk().isEmpty()) {
            ReportTable.Table desk = ReportTable.desk(report, locale);
            pages.heading("Reviewed and approved").numbers(desk.heads(), desk.rows(), false);
        }
        pages.write(title, "Report", locale, now, out);
    }
}
