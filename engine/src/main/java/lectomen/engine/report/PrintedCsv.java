package lectomen.engine.report;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** What was printed as CSV (RFC 4180): a line for each queue, rule, folder and sender. */
public final class PrintedCsv {
    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setHeader("queue", "rule", "from", "sender", "documents", "copies", "sheets")
            .get();

    private PrintedCsv() {}

    public static String of(List<PrintedLine> lines) {
        StringBuilder text = new StringBuilder();
        try (CSVPrinter csv = new CSVPrinter(text, FORMAT)) {
            for (PrintedLine line : lines) {
                csv.printRecord(
                        line.queue(),
                        line.rule().orElse(""),
                        line.from().orElse(""),
                        line.sender(),
                        line.documents(),
                        line.copies(),
                        line.sheets());
            }
        } catch (IOException e) {
            throw new UncheckedIOException("Text can't be appended to", e);
        }
        return text.toString();
    }
}
