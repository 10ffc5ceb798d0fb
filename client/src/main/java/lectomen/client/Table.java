package lectomen.client;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * A table for people: each column as wide as its widest cell, two spaces apart. Where it would be wider than the terminal,
 * columns that may shrink lose the middle of their long cells, and lines below rows are wrapped.
 */
final class Table {
    private static final int NARROWEST = 12;
    private static final String INDENT = "      ";

    /** One row; its cells can be coloured, and a line can stand below it. */
    static final class Row {
        private final List<String> cells;
        private final Colour[] colours;
        private String below = "";

        private Row(List<String> cells) {
            this.cells = cells;
            this.colours = new Colour[cells.size()];
            Arrays.fill(colours, Colour.NONE);
        }

        Row colour(int column, Colour colour) {
            colours[column] = colour;
            return this;
        }

        Row below(String text) {
            below = text;
            return this;
        }
    }

    private final List<String> heads;
    private final List<Row> rows = new ArrayList<>();
    private List<Integer> mayShrink;

    Table(String... heads) {
        this.heads = List.of(heads);
        this.mayShrink = List.of(heads.length - 1);
    }

    /** Which columns may lose something, the first to do so first. */
    Table shrink(Integer... columns) {
        mayShrink = List.of(columns);
        return this;
    }

    Row row(String... cells) {
        Row row = new Row(List.of(cells));
        rows.add(row);
        return row;
    }

    boolean isEmpty() {
        return rows.isEmpty();
    }

    void print() {
        lines(Terminal.columns()).forEach(System.out::println);
    }

    /** The table as lines. @param columns of the terminal; empty for as wide as it gets */
    List<String> lines(Optional<Integer> columns) {
        int[] widths = widths();
        columns.ifPresent(most -> narrow(widths, most));
        List<String> lines = new ArrayList<>();
        lines.add(line(new Row(heads), widths));
        for (Row row : rows) {
            lines.add(line(row, widths));
            if (!row.below.isEmpty()) {
                wrap(row.below, columns.orElse(Integer.MAX_VALUE) - INDENT.length())
                        .forEach(part -> lines.add(INDENT + part));
            }
        }
        return lines;
    }

    private int[] widths() {
        int[] widths = new int[heads.size()];
        for (int i = 0; i < widths.length; i++) {
            widths[i] = width(heads.get(i));
            for (Row row : rows) {
                widths[i] = Math.max(widths[i], width(row.cells.get(i)));
            }
        }
        return widths;
    }

    private void narrow(int[] widths, int most) {
        int total = Arrays.stream(widths).sum() + 2 * (widths.length - 1);
        for (int column : mayShrink) {
            int tooWide = Math.max(0, total - most);
            int less = Math.min(tooWide, Math.max(0, widths[column] - NARROWEST));
            widths[column] -= less;
            total -= less;
        }
    }

    private static String line(Row row, int[] widths) {
        StringBuilder line = new StringBuilder();
        for (int i = 0; i < widths.length; i++) {
            String cell = cut(row.cells.get(i), widths[i]);
            boolean last = i == widths.length - 1;
            line.append(row.colours[i].on(cell)).append(last ? "" : " ".repeat(widths[i] - width(cell) + 2));
        }
        return line.toString().stripTrailing();
    }

    /** A text of at most so many columns; what is too long loses its middle, since names differ at both ends. */
    static String cut(String text, int most) {
        if (width(text) <= most) {
            return text;
        }
        int[] letters = text.codePoints().toArray();
        int head = (most - 1) / 2;
        int tail = most - 1 - head;
        return new String(letters, 0, head) + "\u2026" + new String(letters, letters.length - tail, tail);
    }

    /** Lines of at most so many columns, broken at blanks where there are any. */
    static List<String> wrap(String text, int most) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : text.split(" ")) {
            if (line.length() > 0 && width(line.toString()) + 1 + width(word) > most) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.length() == 0 ? "" : " ").append(word);
        }
        lines.add(line.toString());
        return lines;
    }

    private static int width(String cell) {
        return cell.codePointCount(0, cell.length());
    }
}
