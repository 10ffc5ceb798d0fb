package lectomen.engine.flow;

/**
 * A line along one side of a box.
 *
 * @param width of one stroke
 * @param gap to what it goes around
 */
public record Edge(Stroke stroke, double width, int colour, double gap) {
    public static final Edge NONE = new Edge(Stroke.NONE, 0, 0, 0);

    public enum Stroke {
        NONE,
        SOLID,
        DOUBLE,
        DOTTED,
        DASHED
    }

    public boolean isDrawn() {
        return stroke != Stroke.NONE && width > 0;
    }

    /** Across the whole of it. */
    public double thickness() {
        return stroke == Stroke.DOUBLE ? 3 * width : stroke == Stroke.NONE ? 0 : width;
    }
}
