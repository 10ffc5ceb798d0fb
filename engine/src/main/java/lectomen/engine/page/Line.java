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

    /** Whether it runs up or down the page: most of its words are higher than wide, though they have several letters. */
    public boolean isTurned() {
        int turned = 0;
        int told = 0;
        for (Word word : words) {
            if (word.text().length() > 2) {
                told++;
                turned += word.box().height() > 1.2 * word.box().width() ? 1 : 0;
            }
        }
        return turned * 2 > told;
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
