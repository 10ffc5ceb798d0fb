package lectomen.engine.extract;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.ComparableText;

/** Searches plain text for words and patterns within a bounded number of steps. */
public final class TextSearch {
    private TextSearch() {}

    /**
     * The part of the text that matches.
     *
     * @throws PatternTooSlow if the pattern backtracks without end
     */
    public static Optional<String> findMatch(Pattern pattern, String text) {
        return findMatcher(pattern, text).map(Matcher::group);
    }

    /** The first match in the text, with its groups. @throws PatternTooSlow if the pattern backtracks without end */
    public static Optional<Matcher> findMatcher(Pattern pattern, String text) {
        Matcher matcher = BoundedText.matcher(pattern, text);
        return matcher.find() ? Optional.of(matcher) : Optional.empty();
    }

    /** The match of the whole text, with its groups. @throws PatternTooSlow if the pattern backtracks without end */
    public static Optional<Matcher> findWhole(Pattern pattern, String text) {
        Matcher matcher = BoundedText.matcher(pattern, text);
        return matcher.matches() ? Optional.of(matcher) : Optional.empty();
    }

    /** A text with every match replaced, and how many there were. */
    public record Replaced(String text, int hits) {}

    /**
     * Replaces every match.
     *
     * @param by may name groups by $1
     * @throws PatternTooSlow if the pattern backtracks without end
     */
    public static Replaced replaceAll(Pattern pattern, String text, String by) {
        Matcher matcher = BoundedText.matcher(pattern, text);
        StringBuilder out = new StringBuilder();
        int hits = 0;
        while (matcher.find()) {
            matcher.appendReplacement(out, by);
            hits++;
        }
        return new Replaced(matcher.appendTail(out).toString(), hits);
    }

    /** Whether the words stand in a short text one after the other, whatever their case and the blanks between them. */
    public static boolean contains(String text, String words) {
        return fold(text).contains(fold(words));
    }

    /** Lower case, every run of blanks as one. */
    public static String fold(String text) {
        return ComparableText.fold(text);
    }
}
