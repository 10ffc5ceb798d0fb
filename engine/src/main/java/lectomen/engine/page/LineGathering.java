package lectomen.engine.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Gathers words into lines.
 *
 * <p>Words are taken from top to bottom. A word joins the row whose height it shares by more than half, so that a raised or
 * smaller word stays with its neighbours. A row is then cut wherever the gap between two words is wider than
 * {@value #WIDEST_GAP} times the height of the words beside it: a blank between words is about a quarter of that height, a
 * gap between columns or between a label and its value is usually several times as wide. Cost is rows times words, at worst
 * quadratic in the words of one page.
 */
final class LineGathering {
    private static final double WIDEST_GAP = 1.2;

    private LineGathering() {}

    static List<Line> gather(List<Word> words) {
        List<Word> fromTop = new ArrayList<>(words);
        fromTop.sort(Comparator.comparingDouble((Word word) -> word.box().middle())
                .thenComparingDouble(word -> word.box().left()));
        List<List<Word>> rows = new ArrayList<>();
        for (Word word : fromTop) {
            rowFor(word, rows).add(word);
        }
        List<Line> lines = new ArrayList<>();
        for (List<Word> row : rows) {
            row.sort(Comparator.comparingDouble(word -> word.box().left()));
            cutAtGaps(row, lines);
        }
        return lines;
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

    private static void cutAtGaps(List<Word> row, List<Line> lines) {
        List<Word> current = new ArrayList<>();
        for (Word word : row) {
            if (!current.isEmpty()) {
                Box before = current.get(current.size() - 1).box();
                double gap = word.box().left() - before.right();
                if (gap > WIDEST_GAP * Math.max(before.height(), word.box().height())) {
                    lines.add(Line.of(current));
                    current = new ArrayList<>();
                }
            }
            current.add(word);
        }
        lines.add(Line.of(current));
    }
}
