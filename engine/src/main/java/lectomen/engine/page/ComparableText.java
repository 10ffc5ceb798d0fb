package lectomen.engine.page;

import java.util.List;
import java.util.Locale;

/**
 * How words are compared: by their letters and digits, ignoring case and spaces. Nearly all words are
 * plain ASCII and are compared in one pass, without a copy.
 */
public final class ComparableText {
    /** For each ASCII character its letter in lower case, or its digit; 0 for anything else. */
    private static final char[] PLAIN = new char[128];

    static {
        for (char c = 0; c < PLAIN.length; c++) {
            PLAIN[c] = Character.isLetterOrDigit(c) ? Character.toLowerCase(c) : 0;
        }
    }

    private ComparableText() {}

    /** The letters and digits of a word, in lower case. */
    public static String bare(String word) {
        StringBuilder out = new StringBuilder(word.length());
        for (int i = 0; i < word.length(); i += Character.charCount(word.codePointAt(i))) {
            int c = word.codePointAt(i);
            if (Character.isLetterOrDigit(c)) {
                out.appendCodePoint(Character.toLowerCase(c));
            }
        }
        return out.toString();
    }

    /** Whether the letters and digits of a word are these. @param bare as {@link #bare} gives them */
    public static boolean isBare(String word, String bare) {
        int at = 0;
        for (int i = 0; i < word.length(); i++) {
            char c = word.charAt(i);
            if (c >= 128) {
                return bare(word).equals(bare);
            }
            char plain = PLAIN[c];
            if (plain != 0) {
                if (at == bare.length() || bare.charAt(at) != plain) {
                    return false;
                }
                at++;
            }
        }
        return at == bare.length();
    }

    /** Whether the words of a line from one on are these. */
    public static boolean standAt(Line line, int from, List<String> bare) {
        List<Word> words = line.words();
        if (bare.isEmpty() || from < 0 || from + bare.size() > words.size()) {
            return false;
        }
        for (int i = 0; i < bare.size(); i++) {
            if (!isBare(words.get(from + i).text(), bare.get(i))) {
                return false;
            }
        }
        return true;
    }

    /** The same as {@code bare(word).hashCode()}. */
    static int hashOfBare(String word) {
        int hash = 0;
        for (int i = 0; i < word.length(); i++) {
            char c = word.charAt(i);
            if (c >= 128) {
                return bare(word).hashCode();
            }
            char plain = PLAIN[c];
            hash = plain == 0 ? hash : 31 * hash + plain;
        }
        return hash;
    }

    /** Lower case, every run of blanks as one, none at the ends. */
    public static String fold(String text) {
        return folded(text, true);
    }

    /** Every run of blanks as one, none at the ends. */
    public static String withSingleBlanks(String text) {
        return folded(text, false);
    }

    private static String folded(String text, boolean lower) {
        char[] out = new char[text.length()];
        int length = 0;
        boolean blank = false;
        boolean plain = true;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if ((c <= ' ' || c >= 128) && Character.isWhitespace(c)) {
                blank = true;
                continue;
            }
            if (blank && length > 0) {
                out[length++] = ' ';
            }
            blank = false;
            plain &= c < 128;
            out[length++] = lower && c >= 'A' && c <= 'Z' ? (char) (c + 32) : c;
        }
        String folded = new String(out, 0, length);
        return plain || !lower ? folded : folded.toLowerCase(Locale.ROOT);
    }
}
