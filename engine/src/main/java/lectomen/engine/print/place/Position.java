package lectomen.engine.print.place;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Where on the printable area a page goes that leaves room. */
public enum Position {
    TOP_LEFT(0, 1),
    TOP(0.5, 1),
    TOP_RIGHT(1, 1),
    LEFT(0, 0.5),
    CENTER(0.5, 0.5),
    RIGHT(1, 0.5),
    BOTTOM_LEFT(0, 0),
    BOTTOM(0.5, 0),
    BOTTOM_RIGHT(1, 0);

    private final double across;
    private final double up;

    Position(double across, double up) {
        this.across = across;
        this.up = up;
    }

    /** The part of the room that is left of the page. */
    double across() {
        return across;
    }

    /** The part of the room that is below the page. */
    double up() {
        return up;
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    public static Optional<Position> findByWord(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    public static List<String> words() {
        return Stream.of(values()).map(Position::word).toList();
    }
}
