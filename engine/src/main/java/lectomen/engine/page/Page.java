package lectomen.engine.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

/**
 * The text of one page, its lines from top to bottom and from left to right.
 *
 * @param number counted from 1
 * @param width of the page, in {@code unit}
 * @param height of the page, in {@code unit}
 * @param lean by how many degrees the page as it came leans to the right; boxes are those of the page set level, so that what stands
 *     in a row has one height
 */
public record Page(int number, double width, double height, Unit unit, List<Line> lines, double lean) {
    /** What the boxes of a page are measured in. */
    public enum Unit {
        POINT,
        CHARACTER
    }

    public Page {
        lines = List.copyOf(lines);
    }

    /** A page that does not lean. */
    public Page(int number, double width, double height, Unit unit, List<Line> lines) {
        this(number, width, height, unit, lines, 0);
    }

    /** Where a box of the level page lies on the page as it came: of the same size, its middle turned about the page's. */
    public Box asItCame(Box box) {
        if (lean == 0) {
            return box;
        }
        double cos = Math.cos(Math.toRadians(lean));
        double sin = Math.sin(Math.toRadians(lean));
        double x = box.centre() - width / 2;
        double y = box.middle() - height / 2;
        return new Box(
                width / 2 + x * cos - y * sin - box.width() / 2,
                height / 2 + x * sin + y * cos - box.height() / 2,
                box.width(),
                box.height());
    }

    /** Makes a page of words in any order: words at one height that stand close together become a line. */
    public static Page ofWords(int number, double width, double height, Unit unit, List<Word> words) {
        return new Page(number, width, height, unit, LineGathering.gather(words));
    }

    /** Gathers words in any order into lines, from top to bottom. */
    public static List<Line> gather(List<Word> words) {
        return LineGathering.gather(words);
    }

    /** The lines grouped by height: each row from left to right, rows from top to bottom. */
    public List<List<Line>> rows() {
        List<List<Line>> rows = new ArrayList<>();
        for (Line line : lines) {
            List<Line> row = rows.isEmpty() ? List.of() : rows.get(rows.size() - 1);
            if (!row.isEmpty() && row.get(0).box().sharedHeight(line.box()) > 0.5) {
                row.add(line);
            } else {
                rows.add(new ArrayList<>(List.of(line)));
            }
        }
        for (List<Line> row : rows) {
            if (row.size() > 1) {
                row.sort(Comparator.comparingDouble(line -> line.box().left()));
            }
        }
        return rows;
    }

    /** Its lines in the order of its columns, block by block; empty where it has none. */
    List<List<Line>> findColumns() {
        return ColumnOrder.mayHaveColumns(lines) ? ColumnOrder.findBlocks(lines) : List.of();
    }

    /**
     * The text as people read it where it stands in columns: down the first, then down the next. Equal to {@link #text} where
     * there are none.
     */
    public String textByColumns() {
        List<List<Line>> blocks = findColumns();
        return blocks.isEmpty()
                ? text()
                : blocks.stream()
                        .map(block -> new Page(number, width, height, unit, block, lean).text())
                        .collect(Collectors.joining("\n"));
    }

    /** The words of every row with one blank between them, a row on each line. */
    public String text() {
        return rows().stream()
                .map(row -> row.stream().map(Line::text).collect(Collectors.joining(" ")))
                .collect(Collectors.joining("\n"));
    }
}
