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
 * @param lean by how many degrees the original page leans to the right; boxes are those of the page set level, so that what stands
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

    /** The same page in a unit that is so many times smaller. */
    public Page scaled(double times) {
        List<Line> scaled = lines.stream()
                .map(line -> new Line(
                        line.words().stream()
                                .map(word -> word.at(word.box().scaled(times)))
                                .toList(),
                        line.box().scaled(times)))
                .toList();
        return new Page(number, width * times, height * times, unit, scaled, lean);
    }

    /**
     * Where a box lies on the original page: its middle turned about the page's, of the same size, or with its sides exchanged where
     * the page lay on its side.
     */
    public Box asItCame(Box box) {
        if (lean == 0) {
            return box;
        }
        Point middle = pointAsItCame(box.centre(), box.middle());
        double boxWidth = lay() ? box.height() : box.width();
        double boxHeight = lay() ? box.width() : box.height();
        return new Box(middle.x() - boxWidth / 2, middle.y() - boxHeight / 2, boxWidth, boxHeight);
    }

    /** Where a point of the level page lies on the original page. */
    public Point pointAsItCame(double x, double y) {
        double cos = Math.cos(Math.toRadians(lean));
        double sin = Math.sin(Math.toRadians(lean));
        double away = x - width / 2;
        double down = y - height / 2;
        return new Point(widthAsItCame() / 2 + away * cos - down * sin, heightAsItCame() / 2 + away * sin + down * cos);
    }

    /** A place on a page, from its top left. */
    public record Point(double x, double y) {}

    /** By how many degrees to the right its text is turned on the original page, from 0 to below 360. */
    public double turned() {
        double turned = Math.round(((lean % 360) + 360) % 360 * 10) / 10.0;
        return turned == 360 ? 0 : turned;
    }

    private boolean lay() {
        return Math.abs(Math.round(lean / 90)) % 2 == 1;
    }

    public double widthAsItCame() {
        return lay() ? height : width;
    }

    public double heightAsItCame() {
        return lay() ? width : height;
    }

    /** Makes a page of words in any order: words at one height that stand close together become a line. */
    public static Page ofWords(int number, double width, double height, Unit unit, List<Word> words) {
        return new Page(number, width, height, unit, LineGathering.gather(words));
    }

    /** Gathers words in any order into lines, from top to bottom. */
    public static List<Line> gather(List<Word> words) {
        return LineGathering.gather(words);
    }

    /** The lines grouped by height: each row from left to right, rows from top to bottom; turned lines each alone. */
    public List<List<Line>> rows() {
        List<List<Line>> rows = new ArrayList<>();
        for (Line line : lines) {
            List<Line> row = rows.isEmpty() ? List.of() : rows.get(rows.size() - 1);
            boolean beside = !row.isEmpty() && row.get(0).box().sharedHeight(line.box()) > 0.5;
            if (beside && !line.isTurned() && !row.get(0).isTurned()) {
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

    /** Its lines in reading order: column by column where it has any, else all in one block; none on an empty page. */
    public List<List<Line>> blocks() {
        List<List<Line>> blocks = findColumns();
        if (!blocks.isEmpty()) {
            return blocks;
        }
        return lines.isEmpty()
                ? List.of()
                : List.of(rows().stream().flatMap(List::stream).toList());
    }

    /** How likely a character of it is read right, on average over its words by their length; 1 for a page without words. */
    public double confidence() {
        double sure = 0;
        int signs = 0;
        for (Line line : lines) {
            for (Word word : line.words()) {
                sure += word.confidence() * word.text().length();
                signs += word.text().length();
            }
        }
        return signs == 0 ? 1 : sure / signs;
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
