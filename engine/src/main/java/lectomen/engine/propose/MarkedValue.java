package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * A value that somebody marked.
 *
 * @param first the line that its first word stands in
 * @param at the place of that word in it
 * @param lines how many lines the value has
 */
record MarkedValue(Page page, List<Word> words, Line first, int at, int lines) {
    /** The words whose middle lies in the box; empty where none does. */
    static Optional<MarkedValue> of(DocumentText text, Sample.Mark.At mark) {
        return text.pages().stream()
                .filter(page -> page.number() == mark.page())
                .findFirst()
                .flatMap(page -> in(page, mark.box()));
    }

    private static Optional<MarkedValue> in(Page page, Box box) {
        List<Word> words = new ArrayList<>();
        Line first = null;
        int at = 0;
        int lines = 0;
        for (List<Line> row : page.rows()) {
            int before = words.size();
            for (Line line : row) {
                for (int i = 0; i < line.words().size(); i++) {
                    Box word = page.asItCame(line.words().get(i).box());
                    if (!box.holds(word.centre(), word.middle())) {
                        continue;
                    }
                    if (first == null) {
                        first = line;
                        at = i;
                    }
                    words.add(line.words().get(i));
                }
            }
            lines += words.size() > before ? 1 : 0;
        }
        return first == null ? Optional.empty() : Optional.of(new MarkedValue(page, words, first, at, lines));
    }

    String text() {
        return String.join(" ", words.stream().map(Word::text).toList());
    }

    Box box() {
        return Box.around(words, Word::box);
    }
}
