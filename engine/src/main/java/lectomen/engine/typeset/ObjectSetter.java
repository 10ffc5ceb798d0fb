package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Placement;
import lectomen.engine.flow.Section;

/** Sets objects and blocks placed apart, and places those that float. */
final class ObjectSetter {
    private final GalleyMaker galleys;
    private final Setting setting;

    ObjectSetter(GalleyMaker galleys, Setting setting) {
        this.galleys = galleys;
        this.setting = setting;
    }

    /** A thing as high as its text makes it. */
    record SetThing(FlowObject thing, MarkGroup inside) {}

    SetThing set(FlowObject thing, Node node) {
        if (!(thing instanceof FlowObject.Shape shape) || shape.blocks().isEmpty()) {
            return new SetThing(thing, MarkGroup.NOTHING);
        }
        FlowObject.Inside inside = shape.inside();
        double width = Math.max(1, shape.width() - inside.left() - inside.right());
        MarkGroup text = galleys.plate(shape.blocks(), width, node);
        double needed = text.height() + inside.top() + inside.bottom();
        FlowObject.Shape sized = shape.grows() && needed > shape.height() ? higher(shape, needed) : shape;
        double free = sized.height() - needed;
        double down =
                switch (inside.align()) {
                    case TOP -> 0;
                    case MIDDLE -> Math.max(0, free / 2);
                    case BOTTOM -> Math.max(0, free);
                };
        List<Mark> marks = new ArrayList<>();
        text.marks().forEach(mark -> marks.add(mark.moved(inside.left(), inside.top() + down)));
        return new SetThing(sized, new MarkGroup(marks, sized.width(), sized.height()));
    }

    private static FlowObject.Shape higher(FlowObject.Shape shape, double height) {
        return new FlowObject.Shape(
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

    static Place place(Strip.Hanging hanging, Frame frame) {
        Placement placement = hanging.placement();
        double width = hanging.plate().width();
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
                    case CENTRE -> (from + to - width) / 2;
                    case RIGHT -> to - width;
                };
        return new Place(left, down(placement.down(), hanging.plate().height(), frame));
    }

    private static double down(Placement.Down down, double height, Frame frame) {
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
        return switch (down.side()) {
            case OFFSET -> from + down.offset();
            case TOP -> from;
            case MIDDLE -> (from + to - height) / 2;
            case BOTTOM -> to - height;
        };
    }

    /** A thing that floats, set. */
    Strip.Hanging hanging(Atom.Hung hung) {
        Inline.Floating floating = hung.floating();
        SetThing set = set(floating.thing(), hung.node());
        FlowObject thing = set.thing();
        List<Mark> marks = new ArrayList<>(ObjectMarks.of(thing, 0, 0, hung.node()));
        marks.addAll(set.inside().marks());
        if (!floating.link().isEmpty()) {
            marks.add(new Mark.Link(
                    0, 0, thing.width(), thing.height(), floating.link(), thing.alternative(), hung.node()));
        }
        return new Strip.Hanging(
                floating.placement(),
                false,
                new MarkGroup(marks, thing.width(), thing.height()),
                List.of(),
                () -> setting.drawn(thing, floating));
    }

    /** Blocks that stand apart, set. @param available the width that they can have */
    Strip.Hanging hanging(Aside aside, double available, Node parent) {
        List<Block> blocks = Aside.inTheFlow(aside.blocks());
        double width = aside.width().orElseGet(() -> Math.min(available, galleys.widest(blocks, available)));
        List<Strip> strips = galleys.strips(blocks, width, parent);
        MarkGroup plate = GalleyMaker.stacked(strips, width);
        return new Strip.Hanging(
                aside.placement(),
                true,
                new MarkGroup(plate.marks(), width, Math.max(plate.height(), aside.least())),
                strips.stream().flatMap(strip -> strip.footnotes.stream()).toList(),
                () -> {});
    }
}
