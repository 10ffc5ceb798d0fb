package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.List;

/**
 * Blanks in sentences, which stand for a value of the file. While a sentence is put together they are marked by
 * characters that no text has; {@link #read} takes the marks out again and tells where the blanks are.
 */
final class SentenceBlanks {
    private static final char OPEN = '\uFDD0';
    private static final char NEXT = '\uFDD1';
    private static final char WORDS = '\uFDD2';
    private static final char CLOSE = '\uFDD3';

    private SentenceBlanks() {}

    /** @param path of words that lead to the value, from where the sentence begins */
    static String of(String words, String... path) {
        return OPEN + String.join(String.valueOf(NEXT), path) + WORDS + words + CLOSE;
    }

    record Read(String words, List<RuleSentences.Blank> blanks) {}

    static Read read(String marked) {
        StringBuilder words = new StringBuilder();
        List<RuleSentences.Blank> blanks = new ArrayList<>();
        int at = 0;
        while (at < marked.length()) {
            char sign = marked.charAt(at);
            if (sign == OPEN) {
                int wordsAt = marked.indexOf(WORDS, at);
                int close = marked.indexOf(CLOSE, wordsAt);
                String inner = marked.substring(wordsAt + 1, close);
                List<String> path = List.of(marked.substring(at + 1, wordsAt).split(String.valueOf(NEXT)));
                blanks.add(new RuleSentences.Blank(words.length(), words.length() + inner.length(), path));
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
