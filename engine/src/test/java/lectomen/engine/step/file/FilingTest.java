package lectomen.engine.step.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FilingTest {
    private static final Filing.Target.Place PLACE = new Filing.Target.Place(List.of("Permits", "2027"), "heron.pdf");

    private static Filing filing(String numbered, String olderTo) {
        return new Filing(
                1,
                "archive",
                "Permits/2027",
                "heron",
                Map.of("permit", "MP-31", "name", "before", "empty", ""),
                "pdf",
                WhenTaken.NUMBER_IT,
                numbered,
                olderTo,
                List.of(),
                "",
                null,
                null,
                null);
    }

    @ParameterizedTest
    @CsvSource({
        "'', 2, heron (2).pdf",
        "'{name}-{n | pad 3}', 2, heron-002.pdf",
        "'{name} v{n}', 12, heron v12.pdf",
        "'{n} of {permit}', 3, 3 of MP-31.pdf",
        "'{name}_{n | number to letter}', 3, heron_C.pdf",
        "'{name}', 4, heron (4).pdf"
    })
    void aNumberedNameHasTheFormOfTheRule(String numbered, int number, String expected) {
        assertThat(filing(numbered, "").numbered(PLACE, number, Locale.UK)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({
        "'{under}/older/{name} ({n})', 1, 'Permits/2027/older/heron (1).pdf'",
        "'Superseded/{permit}/{name} v{n}', 7, 'Superseded/MP-31/heron v7.pdf'",
        "'{name} {n}', 2, 'heron 2.pdf'",
        "'{empty}/{name} {n}', 2, 'heron 2.pdf'"
    })
    void anOlderVersionGoesWhereTheRuleSays(String olderTo, int number, String expected) {
        assertThat(filing("", olderTo).older(PLACE, number, Locale.UK))
                .hasValueSatisfying(place -> assertThat(place.shown()).isEqualTo(expected));
    }

    @Test
    void withoutSuchWordsNothingIsMoved() {
        assertThat(filing("", "").older(PLACE, 1, Locale.UK)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Letters/{folder path}, 1998/valves, Letters/1998/valves/heron.pdf",
        "'{folder path}/scans', 1998/valves, 1998/valves/scans/heron.pdf",
        "'{folder path | upper}', 1998/valves, 1998/VALVES/heron.pdf",
        "Letters/{folder path}, '', Letters/heron.pdf",
        "Letters/{folder path}, ../../etc, Letters/etc/heron.pdf",
        "Letters/{folder path}, /etc//./x/.., Letters/etc/x/heron.pdf",
        "Letters/{folder path}, '..\\..\\a:b', Letters/a-b/heron.pdf",
        "Letters/{folder path}, con/aux.d, Letters/_con/_aux.d/heron.pdf",
        "Letters/{folder}, 1998/valves, Letters/1998-valves/heron.pdf"
    })
    void aPathStaysAPathAndNeverLeavesItsFolder(String under, String folders, String expected) {
        Map<String, String> slots = Map.of("folder path", folders, "folder", folders);
        Filing filing = new Filing(1, "archive", under, "heron", slots, "pdf", WhenTaken.NUMBER_IT);
        assertThat(filing.target(Locale.UK))
                .isInstanceOfSatisfying(Filing.Target.Place.class, place -> assertThat(place.shown())
                        .isEqualTo(expected));
    }

    @Test
    void theFoldersOfAPathAreCountedLikeOthers() {
        Filing filing = new Filing(
                1,
                "archive",
                "Letters/{folder path}",
                "{filed under 3} of {filed under 2}",
                Map.of("folder path", "1998/valves"),
                "pdf",
                WhenTaken.NUMBER_IT);
        assertThat(filing.target(Locale.UK))
                .isEqualTo(new Filing.Target.Place(List.of("Letters", "1998", "valves"), "valves of 1998.pdf"));
    }

    @Test
    void aNameTooLongForItsNumberStillCounts() {
        String name = "x".repeat(250) + ".pdf";
        Filing.Target.Place place = new Filing.Target.Place(List.of(), name);
        Filing filing = filing("{name} {permit} {n}", "");
        assertThat(filing.numbered(place, 2, Locale.UK)).isNotEqualTo(filing.numbered(place, 3, Locale.UK));
        assertThat(filing.numbered(place, 2, Locale.UK)).endsWith("(2).pdf");
    }
}
