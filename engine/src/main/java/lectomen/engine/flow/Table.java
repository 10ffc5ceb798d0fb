package lectomen.engine.flow;

import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * A table.
 *
 * @param columns the widths of its grid
 * @param wanted how wide all of it is wished to be; empty for as wide as its columns
 * @param fits whether columns grow with what stands in them
 * @param indent of its left edge
 */
public record Table(
        List<Double> columns,
        OptionalDouble wanted,
        boolean fits,
        FormatProperty.Align align,
        double indent,
        List<Row> rows,
        boolean fromRight)
        implements Block {
    public Table {
        columns = List.copyOf(columns);
        rows = List.copyOf(rows);
    }

    /**
     * @param height at least, or exactly
     * @param head whether it is repeated on each page
     * @param together whether it may not be split
     */
    public record Row(List<Cell> cells, OptionalDouble height, boolean exactly, boolean head, boolean together) {
        public Row {
            cells = List.copyOf(cells);
        }
    }

    /**
     * @param column where it begins in the grid, from 0
     * @param across how many columns it takes
     * @param down how many rows it takes; the rows below have no cell there
     * @param degrees its text is turned by: 0, 90 or 270
     */
    public record Cell(
            int column,
            int across,
            int down,
            Edges edges,
            OptionalInt shading,
            FlowObject.Inside inside,
            boolean unbroken,
            int degrees,
            List<Block> blocks) {
        private static final int MOST_COLUMNS = 1_000;

        public Cell {
            column = Math.max(0, Math.min(MOST_COLUMNS, column));
            across = Math.max(1, Math.min(MOST_COLUMNS, across));
            down = Math.max(1, down);
            blocks = List.copyOf(blocks);
        }
    }
}
