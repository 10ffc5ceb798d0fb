package lectomen.engine.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Groups words into lines.
 *
 * <p>Words are taken from top to bottom. A word joins the row whose height it shares by more than half, so that a raised or
 * smaller word stays with its neighbours. A row is then cut wherever the gap between two words is wider than {@value
 * #WIDEST_GAP} times the height of the words beside it: a blank between words is about a quarter of that height, a gap between
 * columns or between a label and its value is usually several times as wide. Type whose letters are all of one width, as a
 * typewriter's, has wider blanks, and is cut at wider gaps. Cost is rows times words, at worst quadratic in the words of one
 * page.
 */
final class LineGathering {
    private static final double WIDEST_GAP = 1.2;
    /** The same for type with wide blanks: in its usual blanks, and at most in heights. */
    private static final double WIDEST_IN_BLANKS = 1.7;

    private static final double WIDEST_OF_ALL = 1.7;
    private static final int ENOUGH_BLANKS = 8;

    private LineGathering() {}

    static List<Line> gather(List<Word> words) {
        List<Word> fromTop = new ArrayList<>(words);
        fromTop.sort(Comparator.comparingDouble((Word word) -> word.box().middle())
                .thenComparingDouble(word -> word.box().left()));
        List<List<Word>> rows = new ArrayList<>();
        for (Word word : fromTop) {
            rowFor(word, rows).add(word);
        }
        rows.forEach(
                row -> row.sort(Comparator.comparingDouble(word -> word.box().left())));
        double widest = widestGap(rows);
        List<Line> lines = new ArrayList<>();
        rows.forEach(row -> cutAtGaps(row, widest, lines));
        return lines;
    }

    /** In heights of the words beside it. The narrower gaps of a page are its blanks. */
    private static double widestGap(List<List<Word>> rows) {
        double[] gaps = rows.stream()
                .flatMapToDouble(
                        row -> IntStream.range(1, row.size()).mapToDouble(i -> gap(row.get(i - 1), row.get(i))))
                .filter(gap -> gap > 0 && gap <= WIDEST_OF_ALL)
                .sorted()
                .toArray();
        double blank = gaps.length < ENOUGH_BLANKS ? 0 : gaps[gaps.length / 4];
        return Math.max(WIDEST_GAP, Math.min(WIDEST_OF_ALL, WIDEST_IN_BLANKS * blank));
    }

    private static double gap(Word one, Word next) {
        double height = Math.max(one.box().height(), next.box().height());
        return (next.box().left() - one.box().right()) / Math.max(height, Double.MIN_NORMAL);
    }

    private static List<Word> rowFor(Word word, List<List<Word>> rows) {
        for (int i = rows.size() - 1; i >= Math.max(0, rows.size() - 3); i--) {
            if (rows.get(i).get(0).box().sharedHeight(word.box()) > 0.5) {
                return rows.get(i);
            }
        }
        List<Word> row = new ArrayList<>();
        rows.add(row);
        return row;
    }

    private static void cutAtGaps(List<Word> row, double widest, List<Line> lines) {
        List<Word> current = new ArrayList<>();
        for (Word word : row) {
            if (!current.isEmpty() && gap(current.get(current.size() - 1), word) > widest) {
                lines.add(Line.of(current));
                current = new ArrayList<>();
            }
            current.add(word);
        }
        lines.add(Line.of(current));
    }
}
