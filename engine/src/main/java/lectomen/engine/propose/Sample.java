package lectomen.engine.propose;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Box;
import lectomen.engine.page.ComparableText;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/** A document that a rule is written from, and what is known of the field's value in it. */
public record Sample(DocumentText text, Mark mark) {
    /** What somebody said of a field in a sample. */
    public sealed interface Mark {
        /**
         * The value stands in a box.
         *
         * @param page counted from 1
         * @param box on the original page
         */
        record At(int page, Box box) implements Mark {}

        /** The document does not have it. */
        record Absent() implements Mark {}

        /** Nothing was said. */
        record Open() implements Mark {}
    }

    /**
     * Where a value stands that somebody typed: the first place that has its words one after the other, whatever their marks and case.
     * Empty where none has.
     */
    public static Optional<Mark> markAt(DocumentText text, String value) {
        List<String> wanted = Arrays.stream(value.strip().split("\\s+"))
                .map(ComparableText::bare)
                .filter(word -> !word.isEmpty())
                .toList();
        return text.pages().stream()
                .flatMap(page -> markOn(page, wanted).stream())
                .findFirst();
    }

    private static Optional<Mark> markOn(Page page, List<String> wanted) {
        List<Word> words = page.rows().stream()
                .flatMap(List::stream)
                .flatMap(line -> line.words().stream())
                .filter(word -> !ComparableText.bare(word.text()).isEmpty())
                .toList();
        List<String> bare =
                words.stream().map(word -> ComparableText.bare(word.text())).toList();
        int at = wanted.isEmpty() ? -1 : Collections.indexOfSubList(bare, wanted);
        if (at < 0) {
            return Optional.empty();
        }
        List<Word> hit = words.subList(at, at + wanted.size());
        return Optional.of(new Mark.At(page.number(), Box.around(hit, word -> page.asItCame(word.box()))));
    }
}
