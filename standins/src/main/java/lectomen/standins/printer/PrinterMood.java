package lectomen.standins.printer;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** How a printer behaves. */
public enum PrinterMood {
    GOOD,
    /** Each job takes a few seconds. */
    SLOW,
    /** It takes jobs, and prints none until there is paper again. */
    PAPER_OUT,
    /** It takes no jobs. */
    REFUSING,
    /** It takes jobs and prints them, but the connection breaks before it has answered. */
    CRASHING;

    String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static List<String> words() {
        return Stream.of(values()).map(PrinterMood::word).toList();
    }

    static Optional<PrinterMood> findByWord(String word) {
        return Stream.of(values()).filter(mood -> mood.word().equals(word)).findFirst();
    }
}
