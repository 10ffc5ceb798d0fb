package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.Section;

/** The lines around a page, at a distance from its sides. */
final class PaperEdges {
    private PaperEdges() {}

    static List<Mark> of(Section.Paper paper) {
        Edges edges = paper.borders();
        double left = edges.left().gap();
        double top = edges.top().gap();
        double right = paper.width() - edges.right().gap();
        double bottom = paper.height() - edges.bottom().gap();
        List<Mark> marks = new ArrayList<>();
        add(marks, edges.top(), left, top, right, top);
        add(marks, edges.left(), left, top, left, bottom);
        add(marks, edges.bottom(), left, bottom, right, bottom);
        add(marks, edges.right(), right, top, right, bottom);
        return marks;
    }

    private static void add(List<Mark> marks, Edge edge, double left, double top, double toLeft, double toTop) {
        if (edge.isDrawn()) {
            marks.add(new Mark.Line(left, top, toLeft, toTop, edge, Node.ORNAMENT));
        }
    }
}
