package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * Corrects the values of a column by their common form: codes have letters and digits in the same places, times a colon. Where a
 * word of a cell may say several things, those count for more that are written as the cells above and below are.
 *
 * <p>Cost is, for each piece with a doubtful word, a look at all other pieces of the page.
 */
final class ColumnConsistency {
    /** Cells that tell how a column is written. */
    private static final int ENOUGH = 4;

    private static final int LONGEST_CELL = 4;
    /** In heights of a cell. */
    private static final double ALIGNED = 0.6;
    /** What a way of writing counts that no other cell has. */
    private static final double UNSEEN = 0.2;

    private final List<Line> cells;
    private final IdentityHashMap<Line, String> forms = new IdentityHashMap<>();

    private ColumnConsistency(List<Line> cells) {
        this.cells = cells;
        cells.forEach(cell -> forms.put(cell, form(cell.text())));
    }

    /** The page with those words in another of their readings that their columns speak for. */
    static Page agreed(Page page) {
        List<Line> cells = page.lines().stream()
                .filter(line -> line.words().size() <= LONGEST_CELL && !line.isTurned())
                .toList();
        ColumnConsistency columns = new ColumnConsistency(cells);
        List<Line> lines = page.lines().stream()
                .map(line -> columns.forms.containsKey(line) ? columns.agreed(line) : line)
                .toList();
        return new Page(page.number(), page.width(), page.height(), page.unit(), lines, page.lean());
    }

    private Line agreed(Line cell) {
        if (cell.words().stream().allMatch(word -> word.doubts().others().isEmpty())) {
            return cell;
        }
        Map<String, Integer> written = new HashMap<>();
        int count = 0;
        for (Line other : cells) {
            if (isAligned(other.box(), cell.box())) {
                written.merge(forms.getOrDefault(other, ""), 1, Integer::sum);
                count++;
            }
        }
        if (count < ENOUGH) {
            return cell;
        }
        List<Word> words = new ArrayList<>(cell.words());
        for (int i = 0; i < words.size(); i++) {
            words.set(i, likeliest(words, i, written));
        }
        return new Line(words, cell.box());
    }

    private static Word likeliest(List<Word> cell, int at, Map<String, Integer> written) {
        Word word = cell.get(at);
        List<Word.Other> readings = new ArrayList<>(List.of(new Word.Other(word.text(), word.confidence())));
        readings.addAll(word.doubts().others());
        double sum = 0;
        double most = 0;
        int best = 0;
        for (int i = 0; i < readings.size(); i++) {
            Word.Other reading = readings.get(i);
            double share = reading.confidence() * (UNSEEN + written.getOrDefault(form(text(cell, at, reading)), 0));
            sum += share;
            if (share > most) {
                most = share;
                best = i;
            }
        }
        return best == 0 ? word : word.readAs(readings.get(best), most / sum);
    }

    private static String text(List<Word> cell, int at, Word.Other reading) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < cell.size(); i++) {
            text.append(i == 0 ? "" : " ")
                    .append(i == at ? reading.text() : cell.get(i).text());
        }
        return text.toString();
    }

    /** Whether one stands above or below the other and begins or ends where it does. */
    private static boolean isAligned(Box one, Box other) {
        double near = ALIGNED * Math.max(one.height(), other.height());
        boolean aligned = Math.abs(one.left() - other.left()) <= near || Math.abs(one.right() - other.right()) <= near;
        return aligned && one.sharedHeight(other) <= 0;
    }

    /** How a text is written: figures and capitals one by one, small letters as one run, all else as it is. */
    static String form(String text) {
        StringBuilder form = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char sign = text.charAt(i);
            if (Character.isDigit(sign)) {
                form.append('9');
            } else if (Character.isUpperCase(sign)) {
                form.append('A');
            } else if (!Character.isLowerCase(sign)) {
                form.append(sign);
            } else if (form.isEmpty() || form.charAt(form.length() - 1) != 'a') {
                form.append('a');
            }
        }
        return form.toString();
    }
}
