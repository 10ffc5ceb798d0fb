package lectomen.engine.report;

import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/** A report as plain text, as it is mailed. */
public final class ReportText {
    private static final String INDENT = "  ";

    private ReportText() {}

    /** Its tables are indented, so that they can be known as such. */
    public static String of(Report report, Locale locale) {
        StringBuilder text = new StringBuilder();
        text.append(report.period().title(report.first(), locale))
                .append("\n\n")
                .append(ReportTable.summary(report, locale))
                .append("\n\n")
                .append(table(ReportTable.rules(report, locale)));
        if (report.period() != ReportPeriod.DAY) {
            text.append('\n').append(table(ReportTable.days(report, locale)));
        }
        if (!report.desk().isEmpty()) {
            text.append('\n').append(table(ReportTable.desk(report, locale)));
        }
        return text.toString();
    }

    private static String table(ReportTable.Table table) {
        int[] widths = IntStream.range(0, table.heads().size())
                .map(column -> IntStream.concat(
                                IntStream.of(table.heads().get(column).length()),
                                table.rows().stream()
                                        .mapToInt(row -> row.get(column).length()))
                        .max()
                        .orElse(0))
                .toArray();
        StringBuilder text = new StringBuilder();
        line(text, table.heads(), widths);
        table.rows().forEach(row -> line(text, row, widths));
        return text.toString();
    }

    private static void line(StringBuilder text, List<String> cells, int[] widths) {
        StringBuilder line = new StringBuilder(INDENT);
        for (int i = 0; i < cells.size(); i++) {
            String padding = " ".repeat(widths[i] - cells.get(i).length());
            line.append(i == 0 ? cells.get(i) + padding : INDENT + padding + cells.get(i));
        }
        text.append(line.toString().stripTrailing()).append('\n');
    }
}
