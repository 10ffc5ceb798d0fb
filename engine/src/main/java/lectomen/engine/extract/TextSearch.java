package lectomen.engine.extract;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Looks for words and patterns in plain text, safely. */
public final class TextSearch {
    private TextSearch() {}

    /**
     * The part of the text that matches.
     *
     * @throws PatternTooSlow if the pattern backtracks without end
     */
    public static Optional<String> findMatch(Pattern pattern, String text) {
        Matcher matcher = BoundedText.matcher(pattern, text);
        return matcher.find() ? Optional.of(matcher.group()) : Optional.empty();
    }

    /** Whether the words stand in the text one after the other, whatever their case and the blanks between them. */
    public static boolean contains(String text, String words) {
        return fold(text).contains(fold(words));
    }

    /** Lower case, every run of blanks as one. */
    public static String fold(String text) {
        return text.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
    }
}
