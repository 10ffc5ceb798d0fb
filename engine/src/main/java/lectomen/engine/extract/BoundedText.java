package lectomen.engine.extract;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Text that counts how often a pattern reads a character, and stops a pattern that backtracks endlessly: after {@value
 * #LOOKS_PER_CHARACTER} reads per character and {@value #FREE_LOOKS} for free. A sound pattern needs a few per character.
 */
final class BoundedText implements CharSequence {
    private static final long LOOKS_PER_CHARACTER = 2_000;
    private static final long FREE_LOOKS = 1_000_000;

    /** About a tenth of a second's worth; a long text may have more, so that a sound pattern comes to its end. */
    private static final long MOST_LOOKS = 15_000_000;

    private static final long LOOKS_PER_CHARACTER_OF_MUCH = 10;

    private final String text;
    private long looksLeft;

    private BoundedText(String text) {
        this.text = text;
        long most = Math.max(MOST_LOOKS, LOOKS_PER_CHARACTER_OF_MUCH * text.length());
        this.looksLeft = Math.min(FREE_LOOKS + LOOKS_PER_CHARACTER * text.length(), most);
    }

    /** A matcher over the text whose search throws {@link PatternTooSlow} rather than run for ever. */
    static Matcher matcher(Pattern pattern, String text) {
        return pattern.matcher(new BoundedText(text));
    }

    /** Has the matcher search another text, with looks of its own. */
    static void reset(Matcher matcher, String text) {
        matcher.reset(new BoundedText(text));
    }

    @Override
    public int length() {
        return text.length();
    }

    @Override
    public char charAt(int index) {
        if (--looksLeft < 0) {
            throw new PatternTooSlow();
        }
        return text.charAt(index);
    }

    @Override
    public CharSequence subSequence(int start, int end) {
        return text.substring(start, end);
    }

    @Override
    public String toString() {
        return text;
    }
}
