package lectomen.engine.print.place;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether a page is turned before it is placed. */
public enum Turn {
    NO(0),
    LEFT(1),
    HALF(2),
    RIGHT(3),
    /** To the left, where it is printed larger that way, or takes less of a roll. */
    TO_FIT(0);

    private final int quarters;

    Turn(int quarters) {
        this.quarters = quarters;
    }

    /** Quarters of a turn to the left. */
    int quarters() {
        return quarters;
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    public static Optional<Turn> findByWord(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    public static List<String> words() {
        return Stream.of(values()).map(Turn::word).toList();
    }
}
