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
        double left = Double.POSITIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        for (Word word : words) {
            left = Math.min(left, word.box().left());
            top = Math.min(top, word.box().top());
            right = Math.max(right, word.box().right());
            bottom = Math.max(bottom, word.box().bottom());
        }
        return new Line(words, new Box(left, top, right - left, bottom - top));
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
