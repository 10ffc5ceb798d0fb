package lectomen.engine.extract;

import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/** Finds the text in a rectangle of a page. */
final class Zones {
    private Zones() {}

    static Optional<Candidate> find(DocumentText text, Extractor.Zone zone) {
        int pages = text.pages().size();
        int number = zone.page() > 0 ? zone.page() : pages + 1 + zone.page();
        if (number < 1 || number > pages) {
            return Optional.empty();
        }
        Page page = text.pages().get(number - 1);
        Box box = new Box(
                zone.left().on(page.width()),
                zone.top().on(page.height()),
                zone.width().on(page.width()),
                zone.height().on(page.height()));
        List<Word> inside = page.rows().stream()
                .flatMap(List::stream)
                .map(Line::words)
                .flatMap(List::stream)
                .filter(word -> box.holds(word.box().centre(), word.box().middle()))
                .toList();
        return inside.isEmpty() ? Optional.empty() : Optional.of(Candidate.on(page, inside, zone.words()));
    }
}
