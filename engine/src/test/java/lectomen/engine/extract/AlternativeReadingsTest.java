package lectomen.engine.extract;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.junit.jupiter.api.Test;

/** Words that were read off a picture and may say something else. */
class AlternativeReadingsTest {
    private static final Word TIME = Word.certain("Time:", new Box(50, 50, 28, 10));

    private static Word doubtful(String text, double sure, String other, double likely) {
        return new Word(
                text,
                new Box(84, 50, 40, 10),
                sure,
                new Word.Doubts(List.of(), List.of(new Word.Other(other, likely))));
    }

    private static FieldResult find(FieldType type, String pattern, FieldSpec.Where where, Word... words) {
        FieldSpec field = new FieldSpec(
                "time",
                type,
                true,
                List.of(new FieldSpec.Place(where, List.of(Label.of("Time")))),
                pattern.isEmpty() ? Optional.empty() : Optional.of(Pattern.compile(pattern)),
                "",
                1);
        DocumentText text = new DocumentText(List.of(Page.ofWords(1, 600, 800, Page.Unit.POINT, List.of(words))));
        return FieldFinder.find(List.of(field), field, text, Locale.UK);
    }

    private static FieldValue value(FieldResult result) {
        return ((FieldResult.Found) result).value();
    }

    @Test
    void theReadingThatFitsThePatternCounts() {
        for (FieldSpec.Where where : List.of(FieldSpec.Where.RIGHT_OF, FieldSpec.Where.NEAR)) {
            FieldValue value =
                    value(find(FieldType.TEXT, "\\d\\d:\\d\\d", where, TIME, doubtful("O0:48", 0.6, "00:48", 0.39)));
            assertThat(value.value()).as(where.toString()).isEqualTo("00:48");
            assertThat(value.isDoubtful()).isFalse();
        }
    }

    @Test
    void whatWasReadAtFirstIsSaid() {
        FieldValue value = value(find(
                FieldType.TEXT,
                "\\d\\d:\\d\\d",
                FieldSpec.Where.RIGHT_OF,
                TIME,
                doubtful("O0:48", 0.6, "00:48", 0.39)));
        assertThat(value.method()).isEqualTo("right of the label, read as \"O0:48\" at first");
    }

    @Test
    void readingsThatAllFitLeaveTheFieldDoubtful() {
        FieldValue value =
                value(find(FieldType.NUMBER, "", FieldSpec.Where.RIGHT_OF, TIME, doubtful("1.5", 0.7, "15", 0.28)));
        assertThat(value.value()).isEqualTo("1.5");
        assertThat(value.confidence()).isBetween(0.65, 0.75);
        assertThat(value.isDoubtful()).isTrue();
    }

    @Test
    void withoutAFittingReadingTheFieldIsMissing() {
        FieldResult result = find(
                FieldType.TEXT, "\\d\\d:\\d\\d", FieldSpec.Where.RIGHT_OF, TIME, doubtful("noon", 0.6, "moon", 0.3));
        assertThat(result).isInstanceOf(FieldResult.Missing.class);
    }

    @Test
    void severalDoubtfulWordsAreTriedTogether() {
        Word day = new Word(
                "l4", new Box(84, 50, 12, 10), 0.5, new Word.Doubts(List.of(), List.of(new Word.Other("14", 0.5))));
        Word month = Word.certain("March", new Box(100, 50, 30, 10));
        Word year = new Word(
                "2O27",
                new Box(134, 50, 24, 10),
                0.6,
                new Word.Doubts(List.of(), List.of(new Word.Other("2027", 0.4))));
        FieldValue value = value(find(FieldType.DATE, "", FieldSpec.Where.RIGHT_OF, TIME, day, month, year));
        assertThat(value.value()).isEqualTo("2027-03-14");
    }
}
