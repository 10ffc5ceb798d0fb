package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * Other possible readings of recognised words. A reader that is not sure gives each word's next likely readings; where a field
 * knows what its value must look like, the likeliest combination that fits counts.
 */
final class AlternativeReadings {
    private static final int MOST_COMBINATIONS = 64;
    private static final int MOST_TRIES = 500;

    /** Words in one of their readings. @param share how likely all of them are right together */
    record Combination(List<Word> words, double share) {}

    private AlternativeReadings() {}

    static boolean has(List<Word> words) {
        for (Word word : words) {
            if (!word.doubts().others().isEmpty()) {
                return true;
            }
        }
        return false;
    }

    /** The likeliest combinations, the likeliest first; the words as they are read come first of all. */
    static List<Combination> of(List<Word> words) {
        List<Combination> all = List.of(new Combination(List.of(), 1));
        for (Word word : words) {
            List<Combination> longer = new ArrayList<>();
            for (Combination combination : all) {
                longer.add(with(combination, word));
                for (Word.Other other : word.doubts().others()) {
                    longer.add(with(combination, word.readAs(other)));
                }
            }
            longer.sort(Comparator.comparingDouble(Combination::share).reversed());
            all = longer.size() > MOST_COMBINATIONS ? longer.subList(0, MOST_COMBINATIONS) : longer;
        }
        return all;
    }

    private static Combination with(Combination combination, Word word) {
        List<Word> words = new ArrayList<>(combination.words());
        words.add(word);
        return new Combination(words, combination.share() * word.confidence());
    }

    /** The text with those words read otherwise that let a row match the pattern where it did not; the same where none does. */
    static DocumentText matching(DocumentText text, Pattern pattern) {
        IdentityHashMap<Word, Word> otherwise = new IdentityHashMap<>();
        Matcher matcher = BoundedText.matcher(pattern, "");
        int tries = 0;
        for (Page page : text.pages()) {
            for (DocumentText.Row row : text.rows(page)) {
                tries = tryRow(row, matcher, tries, otherwise);
            }
        }
        return otherwise.isEmpty() ? text : with(text, otherwise);
    }

    private static int tryRow(
            DocumentText.Row row, Matcher matcher, int before, IdentityHashMap<Word, Word> otherwise) {
        int tries = before;
        int at = 0;
        for (Word word : row.words()) {
            int end = at + word.text().length();
            for (Word.Other other : word.doubts().others()) {
                if (tries >= MOST_TRIES || otherwise.containsKey(word)) {
                    break;
                }
                tries++;
                String changed =
                        row.text().substring(0, at) + other.text() + row.text().substring(end);
                BoundedText.reset(matcher, changed);
                if (matcher.find() && matcher.start() < at + other.text().length() && matcher.end() > at) {
                    otherwise.put(word, word.readAs(other));
                }
            }
            at = end + 1;
        }
        return tries;
    }

    private static DocumentText with(DocumentText text, IdentityHashMap<Word, Word> otherwise) {
        List<Page> pages = text.pages().stream()
                .map(page -> new Page(
                        page.number(),
                        page.width(),
                        page.height(),
                        page.unit(),
                        page.lines().stream()
                                .map(line -> new Line(
                                        line.words().stream()
                                                .map(word -> otherwise.getOrDefault(word, word))
                                                .toList(),
                                        line.box()))
                                .toList(),
                        page.lean()))
                .toList();
        return new DocumentText(pages, text.illegiblePages(), text.properties());
    }
}
