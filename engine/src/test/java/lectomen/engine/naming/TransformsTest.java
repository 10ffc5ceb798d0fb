package lectomen.engine.naming;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;

class TransformsTest {
    private static String apply(String value, String transforms, Locale locale) {
        return NamePattern.parse("{x | " + transforms + "}")
                .pattern()
                .orElseThrow()
                .text(Map.of("x", value), locale);
    }

    @ParameterizedTest
    @CsvFileSource(resources = "transforms.csv", delimiter = '~', ignoreLeadingAndTrailingWhitespace = true)
    void aValueIsChanged(String value, String transforms, String expected) {
        assertThat(apply(value == null ? "" : value, transforms, Locale.UK))
                .isEqualTo(expected == null ? "" : expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '^',
            value = {
                "plus",
                "plus many",
                "plus 3 moons",
                "plus 3 working",
                "minus '3'",
                "start of day",
                "end of",
                "next tide",
                "read date",
                "read date xyz",
                "replace 'a' with 'b'",
                "replace pattern '(' by 'b'",
                "replace pattern 'a' by '$1'",
                "replace '' by 'b'",
                "map 'a' by 'b'",
                "map",
                "map 'a' to",
                "cut 3",
                "cut to 3",
                "pad 0",
                "pad 4 with ''",
                "pad 999",
                "before x",
                "trim",
                "drop",
                "or none",
                "first 1 2",
                "join '"
            })
    void whatATransformCantUseIsRefused(String transform) {
        assertThat(NamePattern.parse("{x | " + transform + "}").pattern())
                .as(transform)
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "plus 3 days, Grey Heron",
        "end of month, 2027-13-01",
        "date yyyy, 12 March",
        "read date ddMMyyyy, 31022027"
    })
    void whatNeedsADateSaysSoOfAnythingElse(String transform, String value) {
        assertThatThrownBy(() -> apply(value, transform, Locale.UK)).isInstanceOf(NotADateException.class);
    }

    @Test
    void namesOfMonthsAreThoseOfTheLocale() {
        assertThat(apply("2027-03-12", "date d MMMM yyyy", Locale.GERMANY)).isEqualTo("12 März 2027");
        assertThat(apply("12märz2027", "read date ddMMMMyyyy", Locale.GERMANY)).isEqualTo("2027-03-12");
    }

    @Test
    void aReplacementThatHitsTwiceIsToldAndOneThatHitsOnceIsNot() {
        List<String> warnings = new ArrayList<>();
        NamePattern pattern = NamePattern.parse("{x | replace 'a' by 'o'} {y | replace ' ' by '_'}")
                .pattern()
                .orElseThrow();
        pattern.text(Map.of("x", "tar", "y", "a b c"), Locale.UK, warnings::add);
        assertThat(warnings).isEmpty();
        pattern.text(Map.of("x", "tar water", "y", ""), Locale.UK, warnings::add);
        assertThat(warnings).containsExactly("\"a\" stands 2 times in \"tar water\", and each was replaced");
    }

    @Test
    void quotesHoldBarsBracesAndQuotes() {
        assertThat(apply("a|b}c", "replace '|' by '-' | replace '}' by '+'", Locale.UK))
                .isEqualTo("a-b+c");
        assertThat(apply("", "or 'the master''s'", Locale.UK)).isEqualTo("the master's");
    }

    @Test
    void aPatternThatRunsForEverIsStopped() {
        String value = "a".repeat(60) + "!";
        assertThatThrownBy(() -> apply(value, "replace pattern '(a|aa)+\\1c' by 'b'", Locale.UK))
                .isInstanceOf(lectomen.engine.extract.PatternTooSlow.class);
    }

    @Test
    void lettersAndNumbersGoBothWays() {
        for (int number = 1; number <= 20_000; number += 37) {
            String letters = apply(Integer.toString(number), "number to letter", Locale.UK);
            assertThat(letters).matches("[A-Z]{1,4}");
            assertThat(apply(letters, "letter to number", Locale.UK)).isEqualTo(Integer.toString(number));
        }
    }

    @Test
    void datesThatAreMovedComeBack() {
        Random random = new Random(11);
        for (int i = 0; i < 500; i++) {
            String date =
                    LocalDate.of(2000, 1, 1).plusDays(random.nextInt(20_000)).toString();
            int days = 1 + random.nextInt(2_000);
            String there = apply(date, "plus " + days + " days", Locale.UK);
            assertThat(apply(there, "minus " + days + " days", Locale.UK)).isEqualTo(date);
            String end = apply(date, "end of month", Locale.UK);
            assertThat(end).isBetween(date, apply(date, "plus 31 days", Locale.UK));
            assertThat(apply(apply(end, "plus 1 day", Locale.UK), "start of month", Locale.UK))
                    .isEqualTo(apply(end, "plus 1 day", Locale.UK));
        }
    }

    /** Whatever values come: a name is legal, not too long, without stray blanks, and the same each time. */
    @Test
    void namesAreAlwaysLegalAndTheSame() {
        Random random = new Random(29);
        List<NamePattern> patterns = List.of(
                        "{a} {b | title} - {c}",
                        "{a | first 90}{b | join '_'}({c})",
                        "{a | plain | upper}, {b}; {c | or 'x'}",
                        "{a | initials} {b | replace pattern '[^a-z]+' by ' '} {c | pad 9}")
                .stream()
                .map(text -> NamePattern.parse(text).pattern().orElseThrow())
                .toList();
        for (int i = 0; i < 4_000; i++) {
            Map<String, String> values = Map.of("a", value(random), "b", value(random), "c", value(random));
            NamePattern pattern = patterns.get(i % patterns.size());
            String made = SafeName.file(pattern.text(values, Locale.UK), "pdf");
            assertThat(SafeName.file(pattern.text(values, Locale.UK), "pdf")).isEqualTo(made);
            if (!made.isEmpty()) {
                assertThat(made.getBytes(java.nio.charset.StandardCharsets.UTF_8).length)
                        .isLessThanOrEqualTo(255);
                assertThat(made).endsWith(".pdf").doesNotContainPattern("[/\\\\:*?\"<>|\\p{Cc}]|  |^[ .]|[ .]\\.pdf$");
            }
        }
    }

    private static String value(Random random) {
        String signs = "abcXYZ 019.-_/\\:*?\"<>|\t\n\u0000åßŁ漢\uD83D\uDEA2\u202e'{}()";
        StringBuilder value = new StringBuilder();
        for (int left = random.nextInt(random.nextInt(8) == 0 ? 300 : 14); left > 0; left--) {
            value.append(signs.charAt(random.nextInt(signs.length())));
        }
        return value.toString();
    }
}
