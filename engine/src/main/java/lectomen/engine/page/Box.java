package lectomen.engine.page;

import java.util.Collection;

/**
 * A rectangle on a page, from the page's top left corner as a reader sees it, in the page's own unit (points for a PDF,
 * character cells for plain text).
 */
public record Box(double left, double top, double width, double height) {
    public double right() {
        return left + width;
    }

    public double bottom() {
        return top + height;
    }

    public double middle() {
        return top + height / 2;
    }

    /** The smallest box around all of them; at least one is needed. */
    public static Box around(Collection<Box> boxes) {
        double left = boxes.stream().mapToDouble(Box::left).min().orElseThrow();
        double top = boxes.stream().mapToDouble(Box::top).min().orElseThrow();
        double right = boxes.stream().mapToDouble(Box::right).max().orElseThrow();
        double bottom = boxes.stream().mapToDouble(Box::bottom).max().orElseThrow();
        return new Box(left, top, right - left, bottom - top);
    }

    /** How much of the smaller height both share, 0 to 1: 1 for two words of one line. */
    public double sharedHeight(Box other) {
        return shared(top, bottom(), other.top, other.bottom());
    }

    /** How much of the smaller width both share, 0 to 1. */
    public double sharedWidth(Box other) {
        return shared(left, right(), other.left, other.right());
    }

    private static double shared(double from, double to, double otherFrom, double otherTo) {
        double smaller = Math.min(to - from, otherTo - otherFrom);
        double both = Math.min(to, otherTo) - Math.max(from, otherFrom);
        return smaller <= 0 || both <= 0 ? 0 : both / smaller;
    }
}
