package lectomen.engine.typeset;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.Placement;

/** Boxes that text wraps around, on one page or in one cell. */
final class TextObstacles {
    /** Less room than this beside something is left empty. */
    private static final double NARROWEST = 72;

    private static final double TOUCHES = 0.01;

    /** @param around how far text keeps away below it */
    private record Area(
            Object owner, Placement.Wrap wrap, double left, double top, double right, double bottom, double around) {
        /** Where it ends itself. */
        double end() {
            return bottom - around;
        }

        boolean liesIn(double fromLeft, double toRight, double fromTop, double height) {
            return bottom > fromTop + TOUCHES
                    && top < fromTop + height - TOUCHES
                    && right > fromLeft + TOUCHES
                    && left < toRight - TOUCHES;
        }
    }

    private final List<Area> areas = new ArrayList<>();

    /** @param owner by which it is removed again */
    void add(Object owner, Placement placement, ObjectSetter.Place place, double width, double height) {
        if (placement.wrap() != Placement.Wrap.NONE) {
            Placement.Around around = placement.around();
            areas.add(new Area(
                    owner,
                    placement.wrap(),
                    place.left() - around.left(),
                    place.top() - around.top(),
                    place.left() + width + around.right(),
                    place.top() + height + around.bottom(),
                    around.bottom()));
        }
    }

    void remove(Object owner) {
        areas.removeIf(area -> area.owner() == owner);
    }

    void clear() {
        areas.clear();
    }

    boolean isEmpty() {
        return areas.isEmpty();
    }

    /** The first height from a top downwards at which nothing lies between left and right. */
    double clear(double left, double right, double top, double height) {
        double at = top;
        boolean moved = true;
        while (moved) {
            moved = false;
            for (Area area : areas) {
                if (area.liesIn(left, right, at, height)) {
                    at = area.bottom();
                    moved = true;
                }
            }
        }
        return at;
    }

    /** Where the lowest ends that lies between left and right, of those that end above a bottom. */
    double lowest(double left, double right, double bottom) {
        return areas.stream()
                .filter(area -> area.liesIn(left, right, 0, bottom) && area.end() <= bottom + TOUCHES)
                .mapToDouble(Area::end)
                .max()
                .orElse(0);
    }

    /** What is free of a line between left and right, at that top or below. */
    Spans.Span free(double left, double right, double top, double height) {
        double at = top;
        for (int tries = 0; tries <= areas.size(); tries++) {
            double from = left;
            double to = right;
            double below = at;
            for (Area area : areas) {
                if (!area.liesIn(left, right, at, height)) {
                    continue;
                }
                below = Math.max(below, area.bottom());
                if (area.wrap() == Placement.Wrap.ABOVE_AND_BELOW) {
                    to = from;
                } else if (area.left() - from >= to - area.right()) {
                    to = Math.min(to, area.left());
                } else {
                    from = Math.max(from, area.right());
                }
            }
            boolean whole = from == left && to == right;
            if (whole || to - from >= Math.min(NARROWEST, right - left)) {
                return new Spans.Span(from, to, at);
            }
            at = below;
        }
        return new Spans.Span(left, right, at);
    }
}
