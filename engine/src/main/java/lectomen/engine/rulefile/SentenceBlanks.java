package lectomen.engine.rulefile;

import java.util.ArrayList;
import java.util.List;

/**
 * Blanks in sentences, which stand for a value of the file. While a sentence is put together they are marked by
 * characters that no text has; {@link #read} takes the marks out again and tells where the blanks are.
 */
public final class SentenceBlanks {
    private static final char OPEN = '\uFDD0';
    private static final char NEXT = '\uFDD1';
    private static final char WORDS = '\uFDD2';
    private static final char CLOSE = '\uFDD3';

    /** The end of a path that leads to a word of the file itself, not to its value. */
    public static final String KEY = "?";

    private SentenceBlanks() {}

    /** Names the output that a step makes, behind what it does; nothing where it changes the document itself. */
    public static String output(String as) {
        return as.equals("main") ? "" : ", as " + of(as, "as");
    }

    /** @param path of words that lead to the value, from where the sentence begins */
    public static String of(String words, String... path) {
        return OPEN + String.join(String.valueOf(NEXT), path) + WORDS + words + CLOSE;
    }

    public record Read(String words, List<Sentence.Blank> blanks) {}

    public static Read read(String marked) {
        StringBuilder words = new StringBuilder();
        List<Sentence.Blank> blanks = new ArrayList<>();
        int at = 0;
        while (at < marked.length()) {
            char sign = marked.charAt(at);
            if (sign == OPEN) {
                int wordsAt = marked.indexOf(WORDS, at);
                int close = marked.indexOf(CLOSE, wordsAt);
                String inner = marked.substring(wordsAt + 1, close);
                List<String> path = List.of(marked.substring(at + 1, wordsAt).split(String.valueOf(NEXT)));
                blanks.add(new Sentence.Blank(words.length(), words.length() + inner.length(), path));
                words.append(inner);
                at = close + 1;
            } else {
                words.append(sign);
                at++;
            }
        }
        return new Read(words.toString(), List.copyOf(blanks));
    }
}
