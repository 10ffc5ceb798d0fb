package lectomen.engine.page;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Puts lines in reading order, column by column.
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

    /** In heights: labels and values are shorter than lines of running text. */
    private static final double LEAST_WIDTH = 9;

    /** How much of its height a line must share with those before, at least, to stand beside one of them. */
    private static final double BESIDE = 0.2;

    private final List<List<Line>> blocks = new ArrayList<>();
    private boolean columnsSeen;

    private ColumnOrder() {}

    /** Whether enough lines stand beside others for two columns; quick to tell. */
    static boolean mayHaveColumns(List<Line> lines) {
        int beside = 0;
        double bottom = Double.NEGATIVE_INFINITY;
        for (Line line : lines) {
            beside += bottom - line.box().top() > BESIDE * line.box().height() ? 1 : 0;
            bottom = Math.max(bottom, line.box().bottom());
        }
        return beside >= LINES_OF_A_COLUMN;
    }

    /** The lines in blocks, each read from top to bottom before the next; empty where nothing stands in columns. */
    static List<List<Line>> findBlocks(List<Line> lines) {
        ColumnOrder order = new ColumnOrder();
        order.cut(lines);
        return order.columnsSeen ? order.blocks : List.of();
    }

    private void cut(List<Line> lines) {
        List<List<Line>> columns = columns(lines);
        if (columns.size() > 1) {
            columnsSeen = true;
            columns.forEach(this::cut);
            return;
        }
        List<List<Line>> bands = bands(lines);
        if (bands.size() > 1) {
            bands.forEach(this::cut);
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
        double left = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double widths = 0;
        double heights = 0;
        for (Line line : lines) {
            left = Math.min(left, line.box().left());
            right = Math.max(right, line.box().right());
            widths += line.box().width();
            heights += line.box().height();
        }
        double filled = widths / lines.size() / Math.max(1e-6, right - left);
        return lines.size() >= LINES_OF_A_COLUMN && filled >= FILLED && widths >= LEAST_WIDTH * heights;
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
        double[] heights = new double[lines.size()];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = lines.get(i).box().height();
        }
        Arrays.sort(heights);
        return heights.length == 0 ? 1 : heights[heights.length / 2];
    }
}
