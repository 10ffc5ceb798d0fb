package lectomen.engine.naming;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamePatternTest {
    private static final Map<String, String> VALUES = new HashMap<>(Map.of(
            "permit",
            "MHP-2027-0031",
            "vessel",
            "Grey Heron",
            "valid from",
            "2027-03-12",
            "berth",
            "",
            "number",
            "7",
            "port",
            "Ærøskøbing",
            "climb",
            "../../etc",
            "blanks",
            "  two   words "));

    private static String text(String pattern) {
        return NamePattern.parse(pattern).pattern().orElseThrow().text(VALUES, Locale.UK);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '^',
            value = {
                "{permit} ^ MHP-2027-0031",
                "{permit} {vessel} ^ MHP-2027-0031 Grey Heron",
                "{ permit } ^ MHP-2027-0031",
                "{valid from | date yyyy-MM-dd} {permit} ^ 2027-03-12 MHP-2027-0031",
                "{valid from | date d MMMM yyyy} ^ 12 March 2027",
                "{valid from | date yyyy}/{permit} ^ 2027/MHP-2027-0031",
                "{vessel | upper} ^ GREY HERON",
                "{vessel | lower | replace ' ' by '_'} ^ grey_heron",
                "{vessel | first 4} ^ Grey",
                "{vessel | last 5} ^ Heron",
                "{vessel | first 40} ^ Grey Heron",
                "{number | pad 4} ^ 0007",
                "{port | plain} ^ Aeroskobing",
                "{berth | or 'no berth'} ^ no berth",
                "{vessel | or 'none'} ^ Grey Heron",
                "{{literal}} {permit} ^ {literal} MHP-2027-0031",
                "{permit} - {berth} ^ MHP-2027-0031",
                "{berth} - {permit} ^ MHP-2027-0031",
                "{permit} - {berth} - {vessel} ^ MHP-2027-0031 - Grey Heron",
                "{permit} ({berth}) ^ MHP-2027-0031 ",
                "berth {berth}, {permit} ^ berth MHP-2027-0031",
                "{climb} ^ etc",
                "{blanks} ^ two   words",
                "{unknown}{permit} ^ MHP-2027-0031",
                "{berth | date yyyy}{permit} ^ MHP-2027-0031"
            })
    void slotsAreFilled(String pattern, String expected) {
        assertThat(text(pattern).strip()).isEqualTo(expected.strip());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '^',
            value = {
                "{permit ^ 0 ^ without its }",
                "permit} x ^ 6 ^ without its {",
                "a {} b ^ 3 ^ without a field name",
                "{permit | uper} ^ 10 ^ did you mean upper?",
                "{permit | qqq} ^ 10 ^ there are after, back",
                "{x | date foo} ^ 5 ^ is not a valid argument of date",
                "{x | date HH} ^ 5 ^ is not a valid argument of date",
                "{x | first} ^ 5 ^ is not a valid argument of first",
                "{x | first 0} ^ 5 ^ is not a valid argument of first",
                "{x | upper loud} ^ 5 ^ is not a valid argument of upper",
                "{x | replace a b} ^ 5 ^ is not a valid argument of replace",
                "'' ^ 0 ^ empty"
            })
    void whatIsWrongIsSaidWithItsPlace(String pattern, int at, String words) {
        NamePattern.Parsed parsed = NamePattern.parse(pattern);
        assertThat(parsed.pattern()).isEmpty();
        assertThat(parsed.problem()).contains(words);
        assertThat(parsed.at()).isEqualTo(at);
    }

    @Test
    void aDateFormNeedsADate() {
        assertThatThrownBy(() -> text("{vessel | date yyyy}")).isInstanceOfSatisfying(NotADateException.class, e -> {
            assertThat(e.slot()).isEqualTo("vessel");
            assertThat(e.value()).isEqualTo("Grey Heron");
        });
    }

    @Test
    void levelsAreCutAtThePatternsOwnSlashesOnly() {
        List<NamePattern> levels = NamePattern.parse("Permits/{climb}/{valid from | date yyyy}")
                .pattern()
                .orElseThrow()
                .levels();
        assertThat(levels).extracting(level -> level.text(VALUES, Locale.UK)).containsExactly("Permits", "etc", "2027");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '^',
            value = {
                "}} ^ }",
                "{{ ^ {",
                "a{{b}}c ^ a{b}c",
                "- {berth}{vessel} ^ Grey Heron",
                "{number | pad 1} ^ 7",
                "{number | after '7'}x ^ x",
                "{number | before '7'}x ^ x",
                "{permit | after 'MHP-'} ^ 2027-0031"
            })
    void marksAndBracesAtTheEdgesCount(String pattern, String expected) {
        assertThat(text(pattern)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({"a}, 1", "'{number | upper | nonsense}', 18", "'{number | pad 0}', 10", "'{number | pad 101}', 10"})
    void theFirstWrongPlaceIsTold(String pattern, int at) {
        NamePattern.Parsed parsed = NamePattern.parse(pattern);
        assertThat(parsed.pattern()).isEmpty();
        assertThat(parsed.at()).isEqualTo(at);
    }

    @Test
    void aFillingMayBeAsWideAsANameNeeds() {
        assertThat(text("{number | pad 100}")).hasSize(100).endsWith("07");
    }

    @Test
    void slotsWithoutAValueOrAFieldAreFound() {
        NamePattern pattern =
                NamePattern.parse("{vessel} {berth} {blank} {none}").pattern().orElseThrow();
        assertThat(pattern.emptySlots(Map.of("vessel", "Skua", "berth", "", "blank", " ")))
                .containsExactly("berth", "blank", "none");
        assertThat(pattern.findUnknownSlot(List.of("vessel", "berth"))).contains("blank");
        assertThat(pattern.findUnknownSlot(List.of("vessel", "berth", "blank", "none")))
                .isEmpty();
    }

    @Test
    void nothingBetweenTwoSlashesIsNoLevel() {
        NamePattern pattern = NamePattern.parse("/a//{vessel}/").pattern().orElseThrow();
        assertThat(pattern.levels())
                .extracting(level -> level.text(VALUES, Locale.UK))
                .containsExactly("a", "Grey Heron");
    }
}
