package lectomen.engine.typeset;

import java.util.List;
import lectomen.engine.flow.Thing;

/** What is drawn of a thing, without what is written in it. */
final class ThingMarks {
    private ThingMarks() {}

    static List<Mark> of(Thing thing, double left, double top, Node node) {
        if (thing instanceof Thing.Picture picture) {
            return List.of(new Mark.Image(picture, left, top, node));
        }
        if (thing instanceof Thing.Gap gap) {
            return List.of(new Mark.Outline(gap.frame(), left, top, gap.width(), gap.height(), Node.ORNAMENT));
        }
        Thing.Shape shape = (Thing.Shape) thing;
        boolean seen = shape.fill().isPresent() || shape.edge().isDrawn();
        // The frame of a box of text says nothing by itself.
        Node part = shape.blocks().isEmpty() ? node : Node.ORNAMENT;
        return seen ? List.of(new Mark.Outline(shape, left, top, shape.width(), shape.height(), part)) : List.of();
    }
}
