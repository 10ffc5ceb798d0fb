package lectomen.engine.lookup;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A table used to check and complete values. Values are compared without case and with every run of blanks as one.
 * Finding a row by the value of a column takes the same time however long the table is. Immutable.
 */
public final class Lookup {
    private final List<String> columns;
    private final List<List<String>> rows;
    private final List<Map<String, Integer>> firstRowByValue = new ArrayList<>();

    /** @param rows each with a value for each column */
    public Lookup(List<String> columns, List<List<String>> rows) {
        this.columns = List.copyOf(columns);
        this.rows = rows.stream().map(List::copyOf).toList();
        for (int column = 0; column < columns.size(); column++) {
            Map<String, Integer> byValue = new HashMap<>();
            for (int row = 0; row < rows.size(); row++) {
                byValue.putIfAbsent(folded(rows.get(row).get(column)), row);
            }
            firstRowByValue.add(byValue);
        }
    }

    private static String folded(String value) {
        return value.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
    }

    public List<String> columns() {
        return columns;
    }

    public int size() {
        return rows.size();
    }

    /** All rows in their order, each with a value for each column. */
    public List<List<String>> rows() {
        return rows;
    }

    /** The value in another column of the first row that has the value in this one; empty when there is none. */
    public Optional<String> find(String column, String value, String give) {
        int from = columns.indexOf(column);
        int to = columns.indexOf(give);
        if (from < 0 || to < 0) {
            return Optional.empty();
        }
        return Optional.ofNullable(firstRowByValue.get(from).get(folded(value)))
                .map(row -> rows.get(row).get(to));
    }

    /** The value as the table spells it, if the column has it. */
    public Optional<String> find(String column, String value) {
        return find(column, value, column);
    }

    /** All values of a column, in the order of the rows. */
    public List<String> values(String column) {
        int at = columns.indexOf(column);
        return at < 0 ? List.of() : rows.stream().map(row -> row.get(at)).toList();
    }
}
