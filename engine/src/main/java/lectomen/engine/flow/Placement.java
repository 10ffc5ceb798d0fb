package lectomen.engine.flow;

/** Where a floating object is placed, and how text wraps around it. */
public record Placement(Across across, Down down, Wrap wrap, Around around, boolean behind) {
    public enum Wrap {
        /** Text runs over or under it. */
        NONE,
        /** Text stands beside it. */
        BESIDE,
        /** No text beside it. */
        ABOVE_AND_BELOW
    }

    /** How far text keeps away. */
    public record Around(double top, double right, double bottom, double left) {
        public static final Around NONE = new Around(0, 0, 0, 0);
    }

    /** @param offset from that, where it is not aligned */
    public record Across(From from, Side side, double offset) {
        public enum From {
            PAGE,
            MARGIN,
            COLUMN,
            LETTER,
            LEFT_MARGIN,
            RIGHT_MARGIN
        }

        public enum Side {
            OFFSET,
            LEFT,
            CENTRE,
            RIGHT
        }
    }

    /** @param offset from that, where it is not aligned */
    public record Down(Origin from, Level side, double offset) {
        public enum Origin {
            PAGE,
            MARGIN,
            PARAGRAPH,
            LINE,
            TOP_MARGIN,
            BOTTOM_MARGIN
        }

        public enum Level {
            OFFSET,
            TOP,
            MIDDLE,
            BOTTOM
        }
    }
}
