package lectomen.engine.extract;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Reads yes or no as forms write it, in the languages around the North Sea and some others, or a box that is ticked or not. */
final class YesNoText {
    private static final Set<String> YES = Set.of(
            "yes", "y", "true", "1", "x", "ja", "j", "oui", "o", "si", "s\u00ed", "sim", "tak", "\u2612", "\u2611",
            "\u2713", "\u2714");
    private static final Set<String> NO =
            Set.of("no", "n", "false", "0", "nein", "nee", "nej", "nei", "non", "n\u00e3o", "nie", "\u2610", "-");

    private YesNoText() {}

    /** By the first word that says so. */
    static Optional<String> find(String text) {
        for (String word : List.of(text.strip().toLowerCase(Locale.ROOT).split("[\\s.,;:()\\[\\]]+"))) {
            if (YES.contains(word)) {
                return Optional.of("yes");
            }
            if (NO.contains(word)) {
                return Optional.of("no");
            }
        }
        return Optional.empty();
    }
}
