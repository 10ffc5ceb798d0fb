package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import lectomen.engine.facts.Site;
import lectomen.engine.rulefile.Sentence;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WaitAndEachReadingTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static RuleReadResult read(String step) {
        return RuleReader.read("""
                lectomen: 1
                rule: notes
                from: { folder: "{inbox}/notes" }
                do:
                  - %s
                  - file: { in: archive }
                """.formatted(step.strip().replace("; ", "\n    ")), SITE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "wait: { for: 2 days } | Waits for 2 days.",
                "wait: { for: 90m } | Waits for 90 minutes.",
                "wait: { until: \"18:00\" } | Waits until 18:00.",
                "wait: { hours: 20:00 to 06:00 } | Waits for the hours 20:00 to 06:00, every day.",
                "wait: { for: 1h, hours: 08:00 to 17:00, on: working days } |"
                        + " Waits for 1 hour, then for the hours 08:00 to 17:00, working days.",
                "wait: { hours: working hours } | Waits for working hours.",
                "each: page | Each page becomes a document of its own, for the steps below.",
                "each: page; pages: 2 to last; pages per document: 2 |"
                        + " Every 2 pages (pages 2 to last) becomes a document of its own, for the steps below.",
                "each: file; name like: \"*.pdf\" |"
                        + " Each file named *.pdf becomes a document of its own, for the steps below.",
            })
    void theStepsCanBeReadAloud(String step, String sentence) {
        RuleReadResult reading = read(step);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        List<Sentence> sentences = RuleSentences.of(((RuleReadResult.Good) reading).rule());
        assertThat(sentences).extracting(Sentence::words).contains(sentence);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "wait: { } | wait\" needs \"for\" a time, \"until\" a time, or \"hours\"",
                "wait: { for: 2 days, until: \"18:00\" } | takes \"for\" or \"until\", not both",
                "wait: { for: a while } | \"for\" must be a time such as",
                "wait: { until: tomorrow } | \"until\" must be a time such as 18:00, a date such as 2027-03-01, or both",
                "wait: { until: \"{day}\" } | unknown field \"day\"",
                "wait: { hours: night } | \"hours\" is two times such as 07:00 to 18:00",
                "wait: { hours: working hours, on: monday } | \"on\" can't be used with working hours",
                "wait: { for: 2 days, long: 1 } | \"long\" is not known",
                "each: sheet | \"each\" must be page or file",
                "each: page; pages: some | \"pages\" must be such as 1, 1 to 3",
                "each: page; name like: x | \"name like\" goes with \"each: file\"",
                "each: file; pages: 1 | \"pages\" and \"pages per document\" go with \"each: page\"",
                "each: page; pages per document: 0 | must be a whole number from 1",
            })
    void whatIsWrongIsSaidAtItsPlace(String step, String problem) {
        RuleReadResult reading = read(step);
        assertThat(reading).isInstanceOf(RuleReadResult.Bad.class);
        assertThat(((RuleReadResult.Bad) reading).problems().get(0).toString()).contains(problem);
    }
}
