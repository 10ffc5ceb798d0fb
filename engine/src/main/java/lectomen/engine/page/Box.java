package lectomen.engine.page;

import java.util.List;
import java.util.NoSuchElementException;
import java.util.function.Function;

/**
 * A rectangle on a page, measured from the top left corner as a reader sees the page, in the page's own unit (points for a PDF,
 * character cells for plain text).
 */
public record Box(double left, double top, double width, double height) {
    public double right() {
        return left + width;
    }

    public double bottom() {
        return top + height;
    }

    public Box scaled(double times) {
        return new Box(left * times, top * times, width * times, height * times);
    }

    /** Half way from left to right. */
    public double centre() {
        return left + width / 2;
    }

    public boolean holds(double x, double y) {
        return x >= left && x < right() && y >= top && y < bottom();
    }

    /** Half way from top to bottom. */
    public double middle() {
        return top + height / 2;
    }

    /** The smallest box around all of these; at least one is needed. */
    public static <T> Box around(List<T> things, Function<T, Box> boxOf) {
        if (things.isEmpty()) {
            throw new NoSuchElementException("Nothing to go around");
        }
        double left = Double.POSITIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < things.size(); i++) {
            Box box = boxOf.apply(things.get(i));
            left = Math.min(left, box.left);
            top = Math.min(top, box.top);
            right = Math.max(right, box.right());
            bottom = Math.max(bottom, box.bottom());
        }
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
