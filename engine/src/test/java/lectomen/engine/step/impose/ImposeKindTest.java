package lectomen.engine.step.impose;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ImposeKindTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static RuleReadResult read(String impose) {
        return RuleReader.read("""
                lectomen: 1
                rule: plans
                from: { folder: "{inbox}/plans" }
                do:
                  - impose: %s
                    as: sheets
                  - file: { in: archive }
                """.formatted(impose), SITE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ on: iso_a1_594x841mm }                      | on iso_a1_594x841mm, scale auto-fit, turned to fit",
                "{ on: [iso_a4_210x297mm, iso_a3_297x420mm] }  | on iso_a4_210x297mm or iso_a3_297x420mm, scale auto-fit",
                "{ roll: 914 mm, scale: none, turn: no }       | on a roll of 914 mm, scale none",
                "{ on: iso_a3_297x420mm, pages per sheet: 2, crop marks: yes, scale: '1:50 to 1:100' }"
                        + " | scale 1:50 to 1:100, 2 pages on each sheet, turned to fit, with crop marks",
                "{ on: iso_a4_210x297mm, position: top left, reverse order: yes, turn: half }"
                        + " | turned half, at the top left, the last page first"
            })
    void isReadAloud(String impose, String words) {
        RuleReadResult reading = read(impose);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        assertThat(RuleSentences.of(((RuleReadResult.Good) reading).rule()))
                .extracting(Sentence::words)
                .anySatisfy(sentence ->
                        assertThat(sentence).startsWith("Places the pages on ").contains(words));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ on: A4 }                                    | \"on\" must be a medium that states its size",
                "{ on: [iso_a4_210x297mm, A3] }                | \"on\" must be a medium that states its size",
                "{ on: [] }                                    | \"on\"",
                "{ scale: fit }                                | \"impose\" needs \"on:\"",
                "{ on: iso_a4_210x297mm, roll: 914 mm }        | \"roll\" can't be combined with \"on\"",
                "{ on: iso_a4_210x297mm, scale: big }          | \"scale\" must be none, fit, auto-fit, fill, a percentage",
                "{ on: iso_a4_210x297mm, margin: 105 mm }      | a margin of 105.0 mm leaves nothing to print on",
                "{ on: iso_a4_210x297mm, margin: 1 cm }        | \"margin\" must be a length such as 5 mm",
                "{ on: iso_a4_210x297mm, pages per sheet: 65 } | \"pages per sheet\" must be",
                "{ on: iso_a4_210x297mm, turn: around }        | \"turn\" must be"
            })
    void whatIsWrongIsSaid(String impose, String problem) {
        assertThat(read(impose)).isInstanceOfSatisfying(RuleReadResult.Bad.class, bad -> assertThat(bad.problems())
                .extracting(Problem::toString)
                .anySatisfy(words -> assertThat(words).contains(problem)));
    }
}
