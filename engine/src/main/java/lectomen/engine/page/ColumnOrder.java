package lectomen.engine.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Puts lines in the order in which people read columns.
 *
 * <p>A page is cut where a band of white goes through all of it: first across, between blocks, then down, between columns, and
 * so on inside the parts. Columns are only seen where at least {@value #LINES_OF_A_COLUMN} lines stand on each side of a white
 * band that no line crosses; what stands in rows of a table or beside a label is left in rows. Cost is about the number of
 * lines times the depth of the cuts.
 */
final class ColumnOrder {
    private static final int LINES_OF_A_COLUMN = 4;
    private static final double BAND_ACROSS = 1.6;
    private static final double BAND_DOWN = 0.8;

    /** How much of a column's width its lines fill on average; the cells of a table fill less. */
    private static final double FILLED = 0.55;

    private ColumnOrder() {}

    /** The lines in blocks: each block is read from top to bottom before the next. */
    static List<List<Line>> blocks(List<Line> lines) {
        List<List<Line>> blocks = new ArrayList<>();
        cut(lines, blocks);
        return blocks;
    }

    private static void cut(List<Line> lines, List<List<Line>> blocks) {
        List<List<Line>> columns = columns(lines);
        if (columns.size() > 1) {
            columns.forEach(column -> cut(column, blocks));
            return;
        }
        List<List<Line>> bands = bands(lines);
        if (bands.size() > 1) {
            bands.forEach(band -> cut(band, blocks));
            return;
        }
        List<Line> fromTop = new ArrayList<>(lines);
        fromTop.sort(Comparator.comparingDouble((Line line) -> line.box().middle())
                .thenComparingDouble(line -> line.box().left()));
        blocks.add(fromTop);
    }

    /** Parts from left to right that a white band divides; one part where there is none. */
    private static List<List<Line>> columns(List<Line> lines) {
        List<Line> fromLeft = new ArrayList<>(lines);
        fromLeft.sort(Comparator.comparingDouble(line -> line.box().left()));
        List<List<Line>> columns = new ArrayList<>();
        List<Line> column = new ArrayList<>();
        double right = Double.NEGATIVE_INFINITY;
        double height = height(lines);
        for (Line line : fromLeft) {
            if (!column.isEmpty() && line.box().left() - right > BAND_DOWN * height) {
                columns.add(column);
                column = new ArrayList<>();
            }
            column.add(line);
            right = Math.max(right, line.box().right());
        }
        columns.add(column);
        return columns.stream().allMatch(ColumnOrder::isColumn) ? columns : List.of(lines);
    }

    private static boolean isColumn(List<Line> lines) {
        double left =
                lines.stream().mapToDouble(line -> line.box().left()).min().orElse(0);
        double right =
                lines.stream().mapToDouble(line -> line.box().right()).max().orElse(0);
        double filled = lines.stream()
                .mapToDouble(line -> line.box().width() / Math.max(1e-6, right - left))
                .average()
                .orElse(0);
        return lines.size() >= LINES_OF_A_COLUMN && filled >= FILLED;
    }

    /** Parts from top to bottom that a white band divides. */
    private static List<List<Line>> bands(List<Line> lines) {
        List<Line> fromTop = new ArrayList<>(lines);
        fromTop.sort(Comparator.comparingDouble(line -> line.box().top()));
        List<List<Line>> bands = new ArrayList<>();
        List<Line> band = new ArrayList<>();
        double bottom = Double.NEGATIVE_INFINITY;
        double height = height(lines);
        for (Line line : fromTop) {
            if (!band.isEmpty() && line.box().top() - bottom > BAND_ACROSS * height) {
                bands.add(band);
                band = new ArrayList<>();
            }
            band.add(line);
            bottom = Math.max(bottom, line.box().bottom());
        }
        bands.add(band);
        return bands;
    }

    /** The usual height of a line. */
    private static double height(List<Line> lines) {
        List<Double> heights =
                lines.stream().map(line -> line.box().height()).sorted().toList();
        return heights.isEmpty() ? 1 : heights.get(heights.size() / 2);
    }
}
