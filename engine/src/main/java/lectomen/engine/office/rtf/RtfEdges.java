package lectomen.engine.office.rtf;

import java.util.OptionalInt;
import lectomen.engine.flow.Edge;

/** Reads the border words. */
final class RtfEdges {
    private RtfEdges() {}

    static boolean isWord(String word) {
        return word.startsWith("brdr") || word.equals("brsp");
    }

    static Edge changed(Edge edge, String word, OptionalInt number, RtfColours colours) {
        return switch (word) {
            case "brdrs", "brdrth", "brdrhair" -> new Edge(Edge.Stroke.SOLID, edge.width(), edge.colour(), edge.gap());
            case "brdrdb", "brdrtriple" -> new Edge(Edge.Stroke.DOUBLE, edge.width(), edge.colour(), edge.gap());
            case "brdrdot" -> new Edge(Edge.Stroke.DOTTED, edge.width(), edge.colour(), edge.gap());
            case "brdrdash", "brdrdashsm", "brdrdashd", "brdrdashdd" ->
                new Edge(Edge.Stroke.DASHED, edge.width(), edge.colour(), edge.gap());
            case "brdrnone", "brdrnil" -> Edge.NONE;
            case "brdrw" ->
                new Edge(edge.stroke(), Math.max(0.25, number.orElse(10) / 20.0), edge.colour(), edge.gap());
            case "brdrcf" ->
                new Edge(
                        edge.stroke(),
                        edge.width(),
                        colours.find(number.orElse(0)).orElse(0),
                        edge.gap());
            case "brsp" -> new Edge(edge.stroke(), edge.width(), edge.colour(), number.orElse(0) / 20.0);
            default -> edge;
        };
    }
}
