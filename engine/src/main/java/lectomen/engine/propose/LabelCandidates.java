package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.page.Box;
import lectomen.engine.page.ComparableText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Word;

/** The texts beside or above a value that may be its label. */
final class LabelCandidates {
    private static final int LONGEST_LABEL = 5;
    /** How far below its label a value may stand, in heights of the label. */
    private static final double DEEPEST_BELOW = 3.5;

    /** @param whole whether it is all that stands there, rather than a part of it */
    record Clue(FieldSpec.Where where, String label, boolean whole) {}

    private LabelCandidates() {}

    static List<Clue> of(MarkedValue value) {
        List<Clue> clues = new ArrayList<>();
        List<Word> before = value.first().words().subList(0, value.at());
        if (before.isEmpty()) {
            leftOf(value).ifPresent(line -> add(clues, FieldSpec.Where.RIGHT_OF, line.words()));
        } else {
            add(clues, FieldSpec.Where.RIGHT_OF, before);
        }
        above(value).ifPresent(words -> add(clues, FieldSpec.Where.BELOW, words));
        return clues;
    }

    /** The words as a label, and what follows the last colon before the end as another one. */
    private static void add(List<Clue> clues, FieldSpec.Where where, List<Word> words) {
        if (words.size() <= LONGEST_LABEL) {
            addLabel(clues, where, words, true);
        }
        boolean colon = words.get(words.size() - 1).text().endsWith(":");
        for (int from = 1; from < words.size() && colon; from++) {
            if (words.size() - from <= LONGEST_LABEL) {
                addLabel(clues, where, words.subList(from, words.size()), endsPart(words.get(from - 1)));
            }
        }
    }

    private static boolean endsPart(Word word) {
        return word.text().matches(".*[:;,.|]");
    }

    private static void addLabel(List<Clue> clues, FieldSpec.Where where, List<Word> words, boolean whole) {
        String label = String.join(" ", words.stream().map(Word::text).toList()).replaceAll("[\\s:.…_]+$", "");
        boolean lettered =
                ComparableText.bare(label).chars().filter(Character::isLetter).count() >= 2;
        if (lettered) {
            clues.add(new Clue(where, label, whole));
        }
    }

    /** The nearest line to the left at the value's height. */
    private static Optional<Line> leftOf(MarkedValue value) {
        Box box = value.first().box();
        return value.page().lines().stream()
                .filter(line -> line.box().right() <= box.left() && line.box().sharedHeight(box) > 0.5)
                .max(Comparator.comparingDouble(line -> line.box().right()));
    }

    /** The nearest words over the value that share its width. */
    private static Optional<List<Word>> above(MarkedValue value) {
        Box box = value.box();
        return value.page().lines().stream()
                .filter(line -> line.box().bottom() <= box.top() + 0.2 * box.height())
                .filter(line -> line.box().sharedWidth(box) > 0)
                .max(Comparator.comparingDouble(line -> line.box().bottom()))
                .filter(line -> box.top() - line.box().bottom()
                        <= DEEPEST_BELOW * line.box().height())
                .map(Line::words);
    }
}
