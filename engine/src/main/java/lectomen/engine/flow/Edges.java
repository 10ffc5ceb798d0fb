package lectomen.engine.flow;

/** The lines around a box; the line {@code between} separates paragraphs with the same lines. */
public record Edges(Edge top, Edge left, Edge bottom, Edge right, Edge between) {
    public static final Edges NONE = new Edges(Edge.NONE, Edge.NONE, Edge.NONE, Edge.NONE, Edge.NONE);

    public boolean anyDrawn() {
        return top.isDrawn() || left.isDrawn() || bottom.isDrawn() || right.isDrawn();
    }
}
