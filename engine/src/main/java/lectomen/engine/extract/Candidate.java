package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * A possible value of a field.
 *
 * @param page where it stands; empty for what is known besides the text
 * @param words of that page
 * @param raw the part of their text that counts
 * @param method how it was found, for people
 * @param sureness of the extractor, 0 to 1; the words may make it less sure
 */
record Candidate(Optional<Page> page, List<Word> words, String raw, String method, double sureness) {
    static final Box NOWHERE = new Box(0, 0, 0, 0);

    static Candidate on(Page page, List<Word> words, String method) {
        return new Candidate(Optional.of(page), List.copyOf(words), text(words), method, 1);
    }

    static Candidate given(String raw, String method) {
        return new Candidate(Optional.empty(), List.of(), raw, method, 1);
    }

    static String text(List<Word> words) {
        StringBuilder out = new StringBuilder();
        for (Word word : words) {
            out.append(out.isEmpty() ? "" : " ").append(word.text());
        }
        return out.toString();
    }

    Candidate asSureAs(double nearness, String how) {
        return new Candidate(page, words, raw, how, Math.min(sureness, nearness));
    }

    int pageNumber() {
        return page.map(Page::number).orElse(0);
    }

    Box box() {
        return words.isEmpty() ? NOWHERE : Box.around(words, Word::box);
    }

    /** How likely its words are read right, by the least sure of them. */
    double read() {
        return words.stream().mapToDouble(Word::confidence).reduce(1, Math::min);
    }

    /** With other readings of its words. */
    Candidate with(List<Word> other) {
        return new Candidate(page, other, text(other), method, sureness);
    }

    /** @param read how likely its words are read right */
    FieldValue value(FieldSpec field, String value, String how, double read) {
        String said = how.isEmpty() ? method : method + ", " + how;
        return new FieldValue(
                field.name(),
                field.type(),
                value,
                raw,
                pageNumber(),
                page.map(on -> on.asItCame(box())).orElse(box()),
                page.map(Page::unit).orElse(Page.Unit.POINT),
                said,
                Math.min(sureness, read));
    }

    /** The part that the pattern finds first. */
    Optional<Candidate> narrowed(Pattern pattern) {
        return allMatches(pattern).stream().findFirst();
    }

    /** @throws PatternTooSlow if the pattern backtracks without end */
    List<Candidate> allMatches(Pattern pattern) {
        List<Candidate> found = new ArrayList<>();
        addMatches(BoundedText.matcher(pattern, raw), found);
        return found;
    }

    /** All matches in rows of a page. @throws PatternTooSlow if the pattern backtracks without end */
    static List<Candidate> allMatches(Page page, List<DocumentText.Row> rows, Pattern pattern, String method) {
        List<Candidate> found = new ArrayList<>();
        Optional<Page> on = Optional.of(page);
        Matcher matcher = BoundedText.matcher(pattern, "");
        for (DocumentText.Row row : rows) {
            BoundedText.reset(matcher, row.text());
            new Candidate(on, row.words(), row.text(), method, 1).addMatches(matcher, found);
        }
        return found;
    }

    private void addMatches(Matcher matcher, List<Candidate> found) {
        while (matcher.find()) {
            int group = matcher.groupCount() > 0 && matcher.group(1) != null ? 1 : 0;
            if (matcher.end(group) > matcher.start(group)) {
                List<Word> hit = wordsBetween(matcher.start(group), matcher.end(group));
                found.add(new Candidate(page, hit, matcher.group(group), method, sureness));
            }
        }
    }

    private List<Word> wordsBetween(int from, int to) {
        List<Word> hit = new ArrayList<>();
        int at = 0;
        for (Word word : words) {
            int end = at + word.text().length();
            if (at < to && end > from) {
                hit.add(word);
            }
            at = end + 1;
        }
        return hit;
    }
}
