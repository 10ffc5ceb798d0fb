package lectomen.engine.step.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import lectomen.engine.facts.Site;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PrintKindTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC)
            .withPrinters(Map.of("plan-room", "", "front-desk", ""));

    private static RuleReadResult read(String print) {
        return RuleReader.read("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits" }
                do:
                  - print: %s
                """.formatted(print), SITE);
    }

    @Test
    void isReadAloud() {
        RuleReadResult reading =
                read("{ on: plan-room, copies: \"{given copies}\", sides: two-sided-long-edge, when in doubt: leave }");
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        assertThat(RuleSentences.of(((RuleReadResult.Good) reading).rule()))
                .extracting(Sentence::words)
                .contains(
                        "Prints it on plan-room, copies {given copies}, sides two-sided-long-edge.",
                        "If it can't be proved that it was printed, it is left, and fails.");
    }

    @Test
    void pagesAndTheNameOfTheJobAreReadAloudToo() {
        RuleReadResult reading = read("{ on: plan-room, pages: in colour, job-name: \"{file name}, colour\" }");
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        assertThat(RuleSentences.of(((RuleReadResult.Good) reading).rule()))
                .extracting(Sentence::words)
                .contains(
                        "Prints it on plan-room, only the pages in colour.", "The job is called {file name}, colour.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ on: plan-room, pages: blue }       | \"pages\" must be one of: all, in colour, without colour",
                "{ on: plan-rom }                      | unknown printer \"plan-rom\"; did you mean \"plan-room\"?",
                "{ copies: 2 }                         | \"on\" is missing: one of the printers front-desk, plan-room",
                "{ on: plan-room, copies: 0 }          | \"copies\" must be a number from 1 to 9999",
                "{ on: plan-room, sides: both }        | \"sides\" must be one of one-sided, two-sided-long-edge",
                "{ on: plan-room, media: A4 }          | \"media\" must be a keyword such as iso_a4_210x297mm",
                "{ on: plan-room, page-ranges: 4-2 }   | \"page-ranges\" must be pages such as 1-4",
                "{ on: plan-room, colour: yes }        | \"colour\" is not known",
                "{ on: plan-room, output: small }      | unknown output \"small\"",
            })
    void whatIsWrongIsSaid(String print, String problem) {
        assertThat(read(print)).isInstanceOfSatisfying(RuleReadResult.Bad.class, bad -> assertThat(bad.problems())
                .extracting(Problem::toString)
                .anySatisfy(words -> assertThat(words).contains(problem)));
    }

    @ParameterizedTest
    @CsvSource({
        "copies, 12, Whole[value=12]",
        "print-quality, high, Enumerated[value=5]",
        "media, iso_a1_594x841mm, 'Text[tag=KEYWORD, text=iso_a1_594x841mm]'",
        "finishings, staple, Enumerated[value=4]"
    })
    void valuesHaveTheTypeOfTheirAttribute(String word, String text, String value) {
        IppValue read = TicketAttribute.find(word)
                .flatMap(attribute -> attribute.read(text))
                .orElseThrow()
                .first();
        assertThat(read).hasToString(value);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"1-4, 7 | 2", "3 | 1", "1-4, 4 | 0", "0-2 | 0", "2- | 0", "'' | 0"})
    void rangesOfPagesAreInOrderAndApart(String text, int ranges) {
        int read = TicketAttribute.PAGE_RANGES
                .read(text)
                .map(attribute -> attribute.values().size())
                .orElse(0);
        assertThat(read).isEqualTo(ranges);
    }
}
