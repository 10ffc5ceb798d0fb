package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Word;

/**
 * Finds the values of a table's column under its header. The column is as wide as from its header's left edge to the next header
 * of the same row, and a little to the left of it, for numbers that are set to the right. It ends at the first gap of more than
 * three lines' height, where rows stand much farther apart than those before, or where nothing of a row stands in it.
 */
final class Columns {
    private static final double WIDEST_GAP = 3;
    private static final double MUCH_FARTHER = 1.6;
    private static final double LEFT_OF_HEADER = 0.5;

    private Columns() {}

    static List<Candidate> find(DocumentText text, Extractor.Column column) {
        List<Candidate> found = new ArrayList<>();
        for (Label label : column.labels()) {
            for (Labels.Hit header : Labels.find(text, label)) {
                found.addAll(under(header, column.words()));
            }
            if (!found.isEmpty()) {
                return found;
            }
        }
        return found;
    }

    private static List<Candidate> under(Labels.Hit header, String method) {
        Box head = header.box();
        List<List<Line>> rows = header.page().rows();
        List<Word> headRow = rows.stream()
                .filter(row -> row.stream().anyMatch(line -> line.box().sharedHeight(head) > 0.5))
                .flatMap(row -> row.stream().flatMap(line -> line.words().stream()))
                .toList();
        double left = headRow.stream()
                .map(Word::box)
                .filter(box -> box.right() < head.left())
                .map(Box::right)
                .max(Comparator.naturalOrder())
                .map(before -> before + LEFT_OF_HEADER * (head.left() - before))
                .orElse(0.0);
        double right = headRow.stream()
                .map(Word::box)
                .filter(box -> box.left() > head.right() + wordGap(head, header.words()))
                .map(Box::left)
                .min(Comparator.naturalOrder())
                .orElse(header.page().width());
        List<Candidate> values = new ArrayList<>();
        double bottom = head.bottom();
        double pitch = Double.POSITIVE_INFINITY;
        for (List<Line> row : rows) {
            Box around = Box.around(row, Line::box);
            if (around.top() < head.bottom() - 0.2 * head.height()) {
                continue;
            }
            double apart = around.bottom() - bottom;
            boolean endsHere = around.top() - bottom > WIDEST_GAP * head.height() || apart > MUCH_FARTHER * pitch;
            if (endsHere) {
                break;
            }
            pitch = values.isEmpty() ? pitch : Math.min(pitch, apart);
            List<Word> inside = row.stream()
                    .flatMap(line -> line.words().stream())
                    .filter(word -> word.box().centre() >= left && word.box().centre() < right)
                    .toList();
            if (inside.isEmpty()) {
                break;
            }
            values.add(Candidate.on(header.page(), inside, method));
            bottom = around.bottom();
        }
        return values;
    }

    /** Words of one header stand closer together than two headers do. */
    private static double wordGap(Box head, List<Word> words) {
        int characters = words.stream().mapToInt(word -> word.text().length()).sum();
        return characters == 0 ? 0 : head.width() / characters;
    }
}
