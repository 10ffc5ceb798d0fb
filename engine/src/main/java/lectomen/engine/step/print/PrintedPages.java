package lectomen.engine.step.print;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Which pages a step prints. */
public enum PrintedPages {
    ALL,
    IN_COLOUR,
    WITHOUT_COLOUR;

    String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    static List<String> words() {
        return Stream.of(values()).map(PrintedPages::word).toList();
    }

    static Optional<PrintedPages> findByWord(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    /** @param inColour whether a colour shows on the page */
    boolean takes(boolean inColour) {
        return this == ALL || inColour == (this == IN_COLOUR);
    }
}
