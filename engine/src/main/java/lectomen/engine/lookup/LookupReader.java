package lectomen.engine.lookup;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import lectomen.engine.reason.Counted;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * Reads a lookup table from CSV (RFC 4180): the first row names the columns, and every other row has as many values. Commas,
 * semicolons or tabs part them, whichever the first row has most of.
 */
public final class LookupReader {
    private static final int MOST_PROBLEMS = 20;
    private static final int MOST_ROWS = 200_000;

    /** @param problems what is wrong, each with its line; the table can be used only when there are none */
    public record Reading(Lookup lookup, List<String> problems) {
        public Reading {
            problems = List.copyOf(problems);
        }
    }

    private final List<String> columns = new ArrayList<>();
    private final List<List<String>> rows = new ArrayList<>();
    private final List<String> problems = new ArrayList<>();

    private LookupReader() {}

    public static Reading read(String csv) {
        LookupReader reader = new LookupReader();
        reader.readAll(csv.startsWith("\ufeff") ? csv.substring(1) : csv);
        return new Reading(new Lookup(reader.columns, reader.rows), reader.problems);
    }

    private void readAll(String csv) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(separatorOf(csv.lines().findFirst().orElse("")))
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get();
        try (CSVParser parser = CSVParser.parse(new StringReader(csv), format)) {
            long line = 1;
            for (CSVRecord row : parser) {
                take(row.toList(), line);
                line = parser.getCurrentLineNumber() + 1;
            }
            if (columns.isEmpty()) {
                problem("the file is empty; its first row names the columns");
            }
        } catch (IOException | UncheckedIOException e) {
            String said = e.getMessage() == null ? "it can't be read" : e.getMessage();
            problem("no CSV: " + said.replaceFirst("^.*?Exception\\w*: ", ""));
        }
    }

    private static char separatorOf(String head) {
        char best = ',';
        for (char candidate : new char[] {';', '\t'}) {
            if (count(head, candidate) > count(head, best)) {
                best = candidate;
            }
        }
        return best;
    }

    private static long count(String text, char sought) {
        return text.chars().filter(c -> c == sought).count();
    }

    private void take(List<String> values, long line) {
        if (columns.isEmpty()) {
            columns.addAll(values);
            checkColumns();
        } else if (values.size() != columns.size()) {
            problem("line " + line + " has " + Counted.of(values.size(), "value", "values") + ", and there are "
                    + columns.size() + " columns");
        } else if (rows.size() == MOST_ROWS) {
            problem("line " + line + " is beyond the " + MOST_ROWS + " rows that a table may have");
        } else if (rows.size() < MOST_ROWS) {
            rows.add(values);
        }
    }

    private void checkColumns() {
        Set<String> seen = new HashSet<>();
        for (String column : columns) {
            if (column.isBlank()) {
                problem("line 1 has a column without a name");
            } else if (!seen.add(column)) {
                problem("line 1 names the column \"" + column + "\" twice");
            }
        }
    }

    private void problem(String words) {
        if (problems.size() < MOST_PROBLEMS) {
            problems.add(words);
        }
    }
}
