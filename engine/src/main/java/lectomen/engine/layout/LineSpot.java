package lectomen.engine.layout;

import java.util.List;
import lectomen.engine.prepare.Letters;

/**
 * A piece of a text line: letters beside each other, no further apart than words are.
 *
 * @param left of the piece on its sheet, in pixels; right is behind its last
 * @param top of the line in the middle between left and right
 * @param bottom behind its last point there
 * @param slope by how much the line sinks for each pixel to the right
 */
public record LineSpot(
        int left, double top, int right, double bottom, double slope, List<Letters.Letter> letters, Turn turn) {
    /** How a line runs on its page. */
    public enum Turn {
        LEVEL,
        /** From the bottom to the top. */
        UPWARDS,
        /** From the top to the bottom. */
        DOWNWARDS
    }

    public LineSpot {
        letters = List.copyOf(letters);
    }

    public double height() {
        return bottom - top;
    }

    /** How far the line has sunk there, seen from its middle. */
    double sunkAt(double x) {
        return slope * (x - (left + right) / 2.0);
    }

    LineSpot between(double newTop, double newBottom) {
        return new LineSpot(left, newTop, right, newBottom, slope, letters, turn);
    }

    LineSpot turned(Turn other) {
        return new LineSpot(left, top, right, bottom, slope, letters, other);
    }
}
