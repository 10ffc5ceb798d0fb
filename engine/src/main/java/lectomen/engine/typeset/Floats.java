package lectomen.engine.typeset;

import lectomen.engine.flow.Placement;

/** The floating objects of the page being filled: places each, and keeps text off it. */
final class Floats {
    private final TextObstacles around = new TextObstacles();

    /** @param fits whether it stands where it should, and not moved up to find room */
    record Stood(ObjectSetter.Place place, boolean fits) {}

    /**
     * Stands something beside the text.
     *
     * @param lowest where the text of its column ends
     */
    Stood stand(Strip.Hanging one, ObjectSetter.Frame frame, double lowest) {
        ObjectSetter.Place place = ObjectSetter.place(one, frame);
        Placement placement = one.placement();
        boolean flows = placement.down().from() == Placement.Down.Origin.PARAGRAPH
                || placement.down().from() == Placement.Down.Origin.LINE;
        boolean fits = true;
        if (flows) {
            Placement.Around free = placement.around();
            double top = !one.ofText()
                    ? place.top()
                    : free.top()
                            + around.clear(
                                    place.left() - free.left(),
                                    place.left() + one.plate().width() + free.right(),
                                    place.top() - free.top(),
                                    one.plate().height() + free.top() + free.bottom());
            double limit = one.ofText() || frame.pageHeight() == 0 ? lowest : frame.pageHeight();
            if (top + one.plate().height() > limit + 0.01) {
                fits = placement.wrap() == Placement.Wrap.NONE;
                top = Math.max(0, limit - one.plate().height());
            }
            place = new ObjectSetter.Place(place.left(), top);
        }
        around.add(one, placement, place, one.plate().width(), one.plate().height());
        return new Stood(place, fits);
    }

    void remove(Strip.Hanging one) {
        around.remove(one);
    }

    void clear() {
        around.clear();
    }

    boolean isEmpty() {
        return around.isEmpty();
    }

    /** How far a strip must move down from its column's height, so that it lies on nothing that text goes around. */
    double push(Strip strip, double columnLeft, double top) {
        if (around.isEmpty() || strip.right <= strip.left) {
            return 0;
        }
        return around.clear(columnLeft + strip.left, columnLeft + strip.right, top, strip.height) - top;
    }

    /** Where the lowest ends that stands in a column, of those that end above its bottom. */
    double lowest(double left, double width, double bottom) {
        return around.lowest(left, left + width, bottom);
    }

    /** What is free beside a paragraph, between the left of its column and its width, that begins at that height. */
    Spans beside(double left, double width, double paragraphTop) {
        return around.isEmpty()
                ? Spans.all(width)
                : (down, height) -> {
                    Spans.Span free = around.free(left, left + width, paragraphTop + down, height);
                    return new Spans.Span(free.left() - left, free.right() - left, free.top() - paragraphTop);
                };
    }
}
