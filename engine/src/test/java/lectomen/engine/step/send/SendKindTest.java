package lectomen.engine.step.send;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.PlanJson;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.plan.Planner;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepWait;
import lectomen.engine.step.StepWorker;
import lectomen.engine.step.SystemAnswer;
import lectomen.engine.step.file.Filing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SendKindTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC)
            .withWeb(Set.of("berth-system"));

    private static final String USUAL = "{ fields: [file name], take: { record number: /number } }";

    private static final StepWorker WORKER = new StepWorker() {
        @Override
        public StepOutput original() {
            return new StepOutput("original", "o", 9, FileType.PDF);
        }

        @Override
        public Parts split(StepOutput of, Splitter splitter) {
            throw new UnsupportedOperationException();
        }

        @Override
        public Result make(StepOutput of, Object settings, Maker maker) {
            throw new UnsupportedOperationException();
        }

        @Override
        public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
            return new ReadResult.Read(new DocumentText(List.of()));
        }
    };

    private static String rule(String send) {
        return """
                lectomen: 1
                rule: notes
                from: { folder: "{inbox}/notes" }
                do:
                  - send to: %s
                  - name: "Berth {record number}"
                  - file: { in: archive }
                """.formatted(send);
    }

    private static RuleReadResult read(String text) {
        return RuleReader.read(text, SITE);
    }

    private static Candidate candidate(String send) {
        String text = rule(send);
        RuleReadResult reading = read(text);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return new Candidate(
                new RuleRef("notes", 1), ((RuleReadResult.Good) reading).rule(), Optional.of(new RuleFile(text)));
    }

    private static FileFacts facts() {
        return new FileFacts("note 7.pdf", 9, FileType.PDF, Optional.empty(), Instant.parse("2027-03-01T10:00:00Z"));
    }

    private static Outcome begin(Candidate rule) {
        return Planner.plan(List.of(rule), facts(), SITE, SendKindTest::noText, Lookups.NONE, WORKER);
    }

    private static ReadResult noText(String neededBy) {
        return WORKER.read(WORKER.original(), ReadingOptions.USUAL, neededBy);
    }

    private static Outcome goOn(Candidate rule, PlanRecord plan) {
        PlanRecord stored = PlanJson.read(PlanJson.write(plan));
        assertThat(stored).isEqualTo(plan);
        return Planner.goOn(rule, stored, facts(), SITE, SendKindTest::noText, Lookups.NONE, WORKER);
    }

    private static Outcome answered(String send, String text) {
        Candidate rule = candidate(send);
        PlanRecord plan = begin(rule).findWait().orElseThrow().plan();
        return goOn(rule, plan.answered(new SystemAnswer(201, "application/json", text)));
    }

    private static Reason failure(Outcome outcome) {
        assertThat(outcome.ending()).isInstanceOf(Outcome.Ending.Failed.class);
        return ((Outcome.Ending.Failed) outcome.ending()).reason();
    }

    @Test
    void itIsReadAloud() {
        RuleReadResult.Good good = (RuleReadResult.Good)
                read(
                        rule(
                                "{ fields: [file name], expect: { status: 201, where: /state, is: accepted }, take: { record number: /number }, when in doubt: repeat }"));
        assertThat(RuleSentences.of(good.rule()))
                .extracting(Sentence::words)
                .contains(
                        "Sends it with file name to berth-system and waits for the answer.",
                        "The answer must have accepted at /state.",
                        "record number, from the answer at /number",
                        "If it can't be proved that it was sent, it is sent again.");
    }

    @Test
    void thePlanWaitsWithWhatIsSentUntilThereIsAnAnswer() {
        Outcome outcome = begin(candidate(USUAL));
        assertThat(outcome.findWait().orElseThrow().waitFor().what()).isEqualTo(StepWait.What.PARTNER);
        assertThat(outcome.effects(Sending.class)).singleElement().satisfies(sending -> {
            assertThat(sending.connection()).isEqualTo("berth-system");
            assertThat(sending.values()).containsExactly(Map.entry("file name", "note 7"));
            assertThat(sending.fileName()).isEqualTo("note 7.pdf");
            assertThat(sending.mediaType()).isEqualTo("application/pdf");
            assertThat(sending.isTaken(201)).isTrue();
            assertThat(sending.isTaken(302)).isFalse();
        });
        assertThat(outcome.effects(Filing.class)).as("not before the answer").isEmpty();
    }

    @Test
    void theAnswersValuesAreFieldsOfTheStepsBehindAndNothingIsSentAgain() {
        Outcome outcome = answered(USUAL, "{\"number\": \"BR-4001\"}");
        assertThat(outcome.isPlanned()).isTrue();
        assertThat(outcome.effects(Sending.class)).isEmpty();
        assertThat(outcome.effects(Filing.class)).singleElement().satisfies(filing -> assertThat(
                        ((Filing.Target.Place) filing.target(Locale.UK)).name())
                .isEqualTo("Berth BR-4001.pdf"));
        assertThat(outcome.steps().get(0).fields()).singleElement().satisfies(field -> {
            assertThat(field.value()).isEqualTo("BR-4001");
            assertThat(field.method()).isEqualTo("in the answer of berth-system at /number");
        });
    }

    @Test
    void anAnswerInXmlIsAskedByXPath() {
        Outcome outcome =
                answered("{ take: { record number: /record/number } }", "<record><number>BR-17</number></record>");
        assertThat(outcome.steps().get(0).fields().get(0).value()).isEqualTo("BR-17");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"state\": \"done\"}         | \"record number\" was expected at /number",
                "{\"number\": \"\"}            | \"record number\" was expected at /number",
                "not JSON at all               | The answer of berth-system can't be used",
                "{\"number\": 1, \"state\": 2} | ''"
            })
    void anAnswerWithoutWhatIsTakenFromItFailsWithAReason(String answer, String reason) {
        Outcome outcome = answered(USUAL, answer);
        if (reason.isEmpty()) {
            assertThat(outcome.isPlanned()).isTrue();
        } else {
            assertThat(failure(outcome).words()).contains(reason);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"number\": 1, \"state\": \"accepted\"} | ''",
                "{\"number\": 1, \"state\": \"refused\"}  | answered \"refused\" at /state, not \"accepted\"",
                "{\"number\": 1}                          | answered nothing at /state, not \"accepted\""
            })
    void anAnswerThatIsNotAsExpectedFailsWithAReason(String answer, String reason) {
        Outcome outcome =
                answered("{ expect: { where: /state, is: accepted }, take: { record number: /number } }", answer);
        if (reason.isEmpty()) {
            assertThat(outcome.isPlanned()).isTrue();
        } else {
            assertThat(failure(outcome).words()).contains(reason);
        }
    }

    @Test
    void withoutAnAnswerThePlanStillWaitsForTheSame() {
        Candidate rule = candidate(USUAL);
        Outcome first = begin(rule);
        Outcome again = goOn(rule, first.findWait().orElseThrow().plan());
        assertThat(again.findWait()).isPresent();
        assertThat(again.effects(Sending.class)).isEqualTo(first.effects(Sending.class));
    }

    @Test
    void aTrialSendsNothingAndShowsWhereTheAnswerWouldStand() {
        Outcome outcome =
                Planner.planTrial(List.of(candidate(USUAL)), facts(), SITE, SendKindTest::noText, Lookups.NONE, WORKER);
        assertThat(outcome.isPlanned()).isTrue();
        assertThat(outcome.effects(Sending.class)).isEmpty();
        assertThat(((Filing.Target.Place) outcome.effects(Filing.class).get(0).target(Locale.UK)).name())
                .isEqualTo("Berth (record number).pdf");
        assertThat(outcome.steps().get(0).notes())
                .extracting(Reason::words)
                .containsExactly("In a real run, this is sent to berth-system, and the plan waits for the answer.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ system: berths, take: { record number: /n } }              | unknown web connection \"berths\"",
                "{ as: xml, take: { record number: /n } }                     | \"as\" must be one of: multipart, json",
                "{ fields: [vessel], take: { record number: /n } }            | unknown field \"vessel\"",
                "{ document: scan, take: { record number: /n } }              | unknown output \"scan\"",
                "{ expect: { status: ok }, take: { record number: /n } }      | must be an HTTP status such as 201",
                "{ expect: { is: a }, take: { record number: /n } }           | \"is\" needs \"where\"",
                "{ expect: { where: '[' }, take: { record number: /n } }   | invalid expression",
                "{ take: { record number: '[' } }                          | invalid expression",
                "{ take: { record number: /n, name: /m } }                    | \"name\" is not a name for a field",
                "{ take: { other: /n } }                                      | record number",
            })
    void whatCantBeMeantIsReported(String send, String problem) {
        assertThat(read(rule(send)).toString()).contains(problem);
    }
}
