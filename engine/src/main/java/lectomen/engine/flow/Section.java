package lectomen.engine.flow;

import java.util.List;
import java.util.Optional;

/**
 * Pages with the same size, margins and running heads.
 *
 * @param start where it begins
 * @param titlePage whether its first page has running heads of its own
 * @param numbers how its pages are numbered
 */
public record Section(
        Paper paper,
        Columns columns,
        Start start,
        boolean titlePage,
        Running heads,
        Running feet,
        PageNumbers numbers,
        VerticalAlign align,
        List<Block> blocks) {
    public Section {
        blocks = List.copyOf(blocks);
    }

    /** One column of text, without running heads. */
    public static Section ofOneColumn(Paper paper, List<Block> blocks) {
        return new Section(
                paper,
                Columns.even(1, paper.textWidth(), 0),
                Start.NEW_PAGE,
                false,
                Running.NONE,
                Running.NONE,
                PageNumbers.USUAL,
                VerticalAlign.TOP,
                blocks);
    }

    public enum Start {
        NEW_PAGE,
        EVEN_PAGE,
        ODD_PAGE,
        SAME_PAGE,
        NEW_COLUMN
    }

    public enum VerticalAlign {
        TOP,
        MIDDLE,
        BOTTOM
    }

    /**
     * A page's size and margins.
     *
     * @param head from the page's top to the head
     * @param foot from the page's bottom to the foot
     */
    public record Paper(
            double width,
            double height,
            double top,
            double right,
            double bottom,
            double left,
            double head,
            double foot,
            Edges borders) {
        public double textWidth() {
            return width - left - right;
        }
    }

    /**
     * @param widths of each column
     * @param gaps after each column but the last
     * @param line whether a line stands between them
     */
    public record Columns(List<Double> widths, List<Double> gaps, boolean line) {
        private static final int MOST_COLUMNS = 45;

        public Columns {
            widths = List.copyOf(widths);
            gaps = List.copyOf(gaps);
        }

        public int count() {
            return widths.size();
        }

        /** As many of one width as wished. */
        public static Columns even(int count, double width, double gap) {
            int columns = Math.max(1, Math.min(MOST_COLUMNS, count));
            double between = Math.max(0, gap);
            double each = (width - (columns - 1) * between) / columns;
            return new Columns(
                    java.util.Collections.nCopies(columns, each),
                    java.util.Collections.nCopies(columns - 1, between),
                    false);
        }
    }

    /** What stands at the top or bottom of each page. Empty where a page has none. */
    public record Running(Optional<List<Block>> usual, Optional<List<Block>> first, Optional<List<Block>> even) {
        public static final Running NONE = new Running(Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** @param from the first page's number, where it does not go on counting */
    public record PageNumbers(Numeral numeral, Optional<Integer> from) {
        public static final PageNumbers USUAL = new PageNumbers(Numeral.DECIMAL, Optional.empty());
    }
}
