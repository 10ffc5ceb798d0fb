package lectomen.engine.typeset;

import java.util.List;
import lectomen.engine.flow.FlowObject;

/** What is drawn of an object, without the text inside it. */
final class ObjectMarks {
    private ObjectMarks() {}

    static List<Mark> of(FlowObject thing, double left, double top, Node node) {
        if (thing instanceof FlowObject.Picture picture) {
            return List.of(new Mark.Image(picture, left, top, node));
        }
        if (thing instanceof FlowObject.Gap gap) {
            return List.of(new Mark.Outline(gap.frame(), left, top, gap.width(), gap.height(), Node.ORNAMENT));
        }
        FlowObject.Shape shape = (FlowObject.Shape) thing;
        boolean seen = shape.fill().isPresent() || shape.edge().isDrawn();
        // The frame of a box of text says nothing by itself.
        Node part = shape.blocks().isEmpty() ? node : Node.ORNAMENT;
        return seen ? List.of(new Mark.Outline(shape, left, top, shape.width(), shape.height(), part)) : List.of();
    }
}
