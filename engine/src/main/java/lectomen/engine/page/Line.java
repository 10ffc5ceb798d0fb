package lectomen.engine.page;

import java.util.List;

/**
 * Words that follow each other without a wide gap. What stands in two columns at the same height is two lines of the same
 * {@link Page#rows() row}.
 *
 * @param box around all words
 */
public record Line(List<Word> words, Box box) {
    public Line {
        words = List.copyOf(words);
    }

    /** @throws java.util.NoSuchElementException if there is no word */
    static Line of(List<Word> words) {
        return new Line(words, Box.around(words, Word::box));
    }

    public String text() {
        return joined(words);
    }

    /** The words with one blank between them. */
    static String joined(List<Word> words) {
        StringBuilder out = new StringBuilder();
        for (Word word : words) {
            out.append(out.isEmpty() ? "" : " ").append(word.text());
        }
        return out.toString();
    }
}
