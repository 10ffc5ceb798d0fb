package lectomen.engine.page;

import java.util.List;
import java.util.stream.Collectors;

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
        return new Line(words, Box.around(words.stream().map(Word::box).toList()));
    }

    public String text() {
        return words.stream().map(Word::text).collect(Collectors.joining(" "));
    }
}
