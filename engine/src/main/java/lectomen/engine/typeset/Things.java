package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Thing;

/** Sets what is written in things, and finds those that float their place. */
final class Things {
    private final GalleyMaker galleys;

    Things(GalleyMaker galleys) {
        this.galleys = galleys;
    }

    /** A thing as high as its text makes it. */
    record SetThing(Thing thing, Plate inside) {}

    SetThing set(Thing thing, Node node) {
        if (!(thing instanceof Thing.Shape shape) || shape.blocks().isEmpty()) {
            return new SetThing(thing, Plate.NOTHING);
        }
        Thing.Inside inside = shape.inside();
        double width = Math.max(1, shape.width() - inside.left() - inside.right());
        Plate text = galleys.plate(shape.blocks(), width, node);
        double needed = text.height() + inside.top() + inside.bottom();
        Thing.Shape sized = shape.grows() && needed > shape.height() ? higher(shape, needed) : shape;
        double free = sized.height() - needed;
        double down =
                switch (inside.align()) {
                    case TOP -> 0;
                    case MIDDLE -> Math.max(0, free / 2);
                    case BOTTOM -> Math.max(0, free);
                };
        List<Mark> marks = new ArrayList<>();
        text.marks().forEach(mark -> marks.add(mark.moved(inside.left(), inside.top() + down)));
        return new SetThing(sized, new Plate(marks, sized.width(), sized.height()));
    }

    private static Thing.Shape higher(Thing.Shape shape, double height) {
        return new Thing.Shape(
                shape.form(),
                shape.width(),
                height,
                shape.fill(),
                shape.edge(),
                shape.inside(),
                shape.blocks(),
                shape.grows(),
                shape.flipped(),
                shape.alternative());
    }

    /**
     * What places are measured from, in the coordinates of the page or cell.
     *
     * @param column where the paragraph's column begins, and how wide it is
     * @param paragraphTop of the paragraph that it hangs on
     */
    record Frame(
            double pageWidth,
            double pageHeight,
            double left,
            double top,
            double right,
            double bottom,
            double column,
            double columnWidth,
            double paragraphTop) {
        /** Of a cell or box: all is measured from it. */
        static Frame inside(double width, double paragraphTop) {
            return new Frame(width, 0, 0, 0, width, 0, 0, width, paragraphTop);
        }

        static Frame of(Section.Paper paper, double column, double columnWidth, double paragraphTop) {
            return new Frame(
                    paper.width(),
                    paper.height(),
                    paper.left(),
                    paper.top(),
                    paper.width() - paper.right(),
                    paper.height() - paper.bottom(),
                    column,
                    columnWidth,
                    paragraphTop);
        }
    }

    record Place(double left, double top) {}

    static Place place(Placement placement, Thing thing, Frame frame) {
        double from = frame.column();
        double to = frame.column() + frame.columnWidth();
        switch (placement.across().from()) {
            case PAGE -> {
                from = 0;
                to = frame.pageWidth();
            }
            case MARGIN -> {
                from = frame.left();
                to = frame.right();
            }
            case LEFT_MARGIN -> {
                from = 0;
                to = frame.left();
            }
            case RIGHT_MARGIN -> {
                from = frame.right();
                to = frame.pageWidth();
            }
            case COLUMN, LETTER -> {}
        }
        double left =
                switch (placement.across().side()) {
                    case OFFSET -> from + placement.across().offset();
                    case LEFT -> from;
                    case CENTRE -> (from + to - thing.width()) / 2;
                    case RIGHT -> to - thing.width();
                };
        return new Place(left, down(placement.down(), thing, frame));
    }

    private static double down(Placement.Down down, Thing thing, Frame frame) {
        double from = frame.paragraphTop();
        double to = frame.paragraphTop();
        switch (down.from()) {
            case PAGE -> {
                from = 0;
                to = frame.pageHeight();
            }
            case MARGIN -> {
                from = frame.top();
                to = frame.bottom();
            }
            case TOP_MARGIN -> {
                from = 0;
                to = frame.top();
            }
            case BOTTOM_MARGIN -> {
                from = frame.bottom();
                to = frame.pageHeight();
            }
            case PARAGRAPH, LINE -> {}
        }
        double top =
                switch (down.side()) {
                    case OFFSET -> from + down.offset();
                    case TOP -> from;
                    case MIDDLE -> (from + to - thing.height()) / 2;
                    case BOTTOM -> to - thing.height();
                };
        boolean hangs = down.from() == Placement.Down.Origin.PARAGRAPH || down.from() == Placement.Down.Origin.LINE;
        boolean below = frame.pageHeight() > 0 && top + thing.height() > frame.pageHeight();
        // What hangs on a paragraph low on the page is moved up onto it.
        return hangs && below ? Math.max(0, frame.pageHeight() - thing.height()) : top;
    }

    /** All that is drawn of a thing that floats, at its place. */
    static List<Mark> marks(SetThing set, Place place, Node node, String link) {
        List<Mark> marks = new ArrayList<>(ThingMarks.of(set.thing(), place.left(), place.top(), node));
        set.inside().marks().forEach(mark -> marks.add(mark.moved(place.left(), place.top())));
        if (!link.isEmpty()) {
            marks.add(new Mark.Link(
                    place.left(),
                    place.top(),
                    set.thing().width(),
                    set.thing().height(),
                    link,
                    set.thing().alternative(),
                    node));
        }
        return marks;
    }
}
