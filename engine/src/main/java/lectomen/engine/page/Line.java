package lectomen.engine.page;

import java.util.List;
import java.util.stream.Collectors;

/**
 * Words that follow each other without a wide gap. What stands in two columns at the same height is two lines of the same
 * {@link Page#rows() row}.
 */
public record Line(List<Word> words) {
    public Line {
        words = List.copyOf(words);
        if (words.isEmpty()) {
            throw new IllegalArgumentException("A line has at least one word");
        }
    }

    public Box box() {
        return Box.around(words.stream().map(Word::box).toList());
    }

    public String text() {
        return words.stream().map(Word::text).collect(Collectors.joining(" "));
    }
}
