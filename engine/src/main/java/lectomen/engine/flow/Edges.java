package lectomen.engine.flow;

/** The lines around something; {@code between} separates like paragraphs that stand below each other. */
public record Edges(Edge top, Edge left, Edge bottom, Edge right, Edge between) {
    public static final Edges NONE = new Edges(Edge.NONE, Edge.NONE, Edge.NONE, Edge.NONE, Edge.NONE);

    public boolean anyDrawn() {
        return top.isDrawn() || left.isDrawn() || bottom.isDrawn() || right.isDrawn();
    }
}
