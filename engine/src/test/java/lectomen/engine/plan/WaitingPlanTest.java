package lectomen.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.engine.step.PartDocument;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;
import lectomen.engine.step.StepWorker;
import lectomen.engine.step.file.Filing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Plans that wait and go on: what they wait for, what runs again, and what goes on to the documents that a step makes. */
class WaitingPlanTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/London");

    /** A Tuesday, 12:00 in summer time. */
    private static final Instant NOON = Instant.parse("2027-06-01T11:00:00Z");

    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZONE)
            .with(new WorkCalendar(WorkCalendar.USUAL.workingDays(), Set.of(LocalDate.parse("2027-06-02"))));

    private final List<String> asked = new ArrayList<>();

    private final StepWorker worker = new StepWorker() {
        @Override
        public StepOutput original() {
            return new StepOutput("original", "o", 9, FileType.PDF);
        }

        @Override
        public Parts split(StepOutput of, Splitter splitter) {
            asked.add("split " + of.sha256());
            List<PartDocument> parts = new ArrayList<>();
            for (int number = 1; number <= 3; number++) {
                StepOutput page = new StepOutput("main", "page-" + number, 3, FileType.PDF);
                parts.add(
                        new PartDocument(number, "n7 page " + number + ".pdf", "", page, Map.of("part", "" + number)));
            }
            return new Parts.Made(parts);
        }

        @Override
        public Result make(StepOutput of, Object settings, Maker maker) {
            asked.add("make of " + of.sha256());
            return new Result.Made(new StepOutput("", of.sha256() + ".pdf", 9, FileType.PDF), List.of());
        }

        @Override
        public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
            asked.add("read " + of.sha256());
            Word word = Word.certain("Berth-7", new Box(50, 50, 40, 10));
            return new ReadResult.Read(
                    new DocumentText(List.of(Page.ofWords(1, 600, 800, Page.Unit.POINT, List.of(word)))));
        }
    };

    private static Candidate rule(String steps) {
        String text = """
                lectomen: 1
                rule: notes
                from: { folder: "{inbox}/notes" }
                do:
                """ + steps.indent(2);
        RuleReadResult reading = RuleReader.read(text, SITE);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        RuleReadResult.Good good = (RuleReadResult.Good) reading;
        return new Candidate(new RuleRef("notes", 1), good.rule(), Optional.of(new RuleFile(text)));
    }

    private static FileFacts facts(Instant now) {
        FileFacts.Circumstances seen = FileFacts.Circumstances.UNKNOWN.at(now);
        return new FileFacts("n7.pdf", 9, FileType.PDF, Optional.of("/in/notes"), NOON, seen);
    }

    private Outcome begin(Candidate rule) {
        return Planner.plan(List.of(rule), facts(NOON), SITE, this::text, name -> Optional.empty(), worker);
    }

    private ReadResult text(String neededBy) {
        return worker.read(worker.original(), ReadingOptions.USUAL, neededBy);
    }

    private Outcome goOn(Candidate rule, PlanRecord plan, Instant now, Site site) {
        PlanRecord stored = PlanJson.read(PlanJson.write(plan));
        assertThat(stored).isEqualTo(plan);
        return Planner.goOn(rule, stored, facts(now), site, this::text, name -> Optional.empty(), worker);
    }

    private static Instant until(Outcome outcome) {
        assertThat(outcome.findWait()).as(outcome.toString()).isPresent();
        StepWait wait = outcome.findWait().get().waitFor();
        assertThat(wait.what()).isEqualTo(StepWait.What.TIME);
        return wait.findUntil().orElseThrow();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ for: 2 days }                                | 2027-06-03T11:00:00Z",
                "{ for: 90m }                                   | 2027-06-01T12:30:00Z",
                "{ until: '18:00' }                             | 2027-06-01T17:00:00Z",
                "{ until: '9:30' }                              | 2027-06-02T08:30:00Z",
                "{ until: 2027-12-24 }                          | 2027-12-24T00:00:00Z",
                "{ until: 2027-12-24 7:15 }                     | 2027-12-24T07:15:00Z",
                "{ hours: 20:00 to 06:00 }                      | 2027-06-01T19:00:00Z",
                "{ hours: 08:00 to 12:00, on: working days }    | 2027-06-03T07:00:00Z",
                "{ until: '18:00', hours: 07:00 to 09:00 }      | 2027-06-02T06:00:00Z",
            })
    void eachWayToWaitHasItsTime(String settings, Instant expected) {
        assertThat(until(begin(rule("- wait: " + settings)))).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ until: 2027-01-01 }",
                "{ hours: 08:00 to 18:00 }",
            })
    void aTimeThatIsThereAlreadyIsNotWaitedFor(String settings) {
        assertThat(begin(rule("- wait: " + settings)).isPlanned()).isTrue();
    }

    @Test
    void aFieldCanSayUntilWhen() {
        String rule = """
                - find: note
                  fields: { day: { value: 2027-08-15, as: date } }
                - wait: { until: "{day} 08:00" }
                - file: { in: archive }
                """;
        assertThat(until(begin(rule(rule)))).isEqualTo(Instant.parse("2027-08-15T07:00:00Z"));
    }

    @Test
    void aFieldThatIsNoTimeFailsTheStep() {
        String rule = """
                - find: note
                  fields: { day: { value: soon } }
                - wait: { until: "{day}" }
                """;
        Outcome outcome = begin(rule(rule));
        assertThat(((Outcome.Ending.Failed) outcome.ending()).reason())
                .isEqualTo(Reason.of("wait.no-time", "value", "soon"));
    }

    private static final String WAITING = """
            - convert: PDF
            - read text: usual
            - find: note
              fields: { berth: { pattern: Berth-(\\d+) } }
            - file: { in: archive, under: first }
            - wait: { for: 2 days }
            - name: "{berth} {today}"
            - file: { in: archive, under: second }
            """;

    @Test
    void aPlanGoesOnAfterTheWaitAndRunsNothingAgain() {
        Candidate rule = rule(WAITING);
        Outcome first = begin(rule);
        assertThat(first.effects(Filing.class)).extracting(Filing::under).containsExactly("first");
        PlanRecord plan = first.findWait().orElseThrow().plan();
        assertThat(plan.cursor()).containsExactly(5);
        assertThat(plan.slots()).containsEntry("berth", "7");
        assertThat(asked).containsExactly("make of o", "read o.pdf");

        Outcome early = goOn(rule, plan, NOON.plus(Duration.ofDays(1)), SITE);
        assertThat(until(early)).as("the time stays the same").isEqualTo(until(first));
        assertThat(early.effects()).as("of steps that ran before").isEmpty();

        Outcome last = goOn(rule, early.findWait().orElseThrow().plan(), NOON.plus(Duration.ofDays(2)), SITE);
        assertThat(last.isPlanned()).isTrue();
        assertThat(asked).as("nothing ran again").hasSize(2);
        assertThat(last.steps())
                .extracting(StepResult::reused)
                .containsExactly(true, true, true, true, false, false, false);
        List<Filing> filings = last.effects(Filing.class);
        assertThat(filings).extracting(Filing::under).containsExactly("second");
        assertThat(filings.get(0).target(Locale.UK))
                .isEqualTo(new Filing.Target.Place(List.of("second"), "7 2027-06-03.pdf"));
        assertThat(filings.get(0).findProduct().map(StepOutput::sha256)).contains("o.pdf");
    }

    @Test
    void stepsRunAgainWhoseInputsAreOthers() {
        Candidate rule = rule(WAITING);
        PlanRecord plan = begin(rule).findWait().orElseThrow().plan();
        asked.clear();
        Site other = SITE.with(Map.of("berths", new LookupRef("b", 1, List.of("berth"))));
        Outcome outcome = goOn(rule, plan, NOON.plus(Duration.ofDays(2)), other);
        assertThat(asked).containsExactly("make of o", "read o.pdf");
        assertThat(outcome.steps()).extracting(StepResult::reused).containsOnly(false);
    }

    @Test
    void aTrialSaysThatItWouldWaitAndGoesOn() {
        Outcome trial = Planner.planTrial(
                List.of(rule(WAITING)), facts(NOON), SITE, this::text, name -> Optional.empty(), worker);
        assertThat(trial.isPlanned()).isTrue();
        assertThat(trial.steps().get(4).notes().get(0).words())
                .isEqualTo("Would wait until 2027-06-03 12:00. A test does not wait.");
        assertThat(trial.effects()).hasSize(2);
    }

    private static final String EACH = """
            - find: note
              fields: { berth: { pattern: Berth-(\\d+) } }
            - name: "{berth}"
            - each: page
            - name: "{name} {part}"
            - file: { in: archive }
            """;

    @Test
    void theDocumentsOfAStepGoOnWithWhatIsKnown() {
        Candidate rule = rule(EACH);
        Outcome whole = begin(rule);
        Outcome.Ending.Waits waits = whole.findWait().orElseThrow();
        assertThat(waits.waitFor().what()).isEqualTo(StepWait.What.CHILDREN);
        assertThat(waits.waitFor().reason().words()).isEqualTo("Waits for 3 documents made from it.");
        PartDocument second = waits.plan().parts().get(1);
        PlanRecord own = waits.plan().ofPart(second);
        assertThat(own.cursor()).as("step 3, document 2, step 4").containsExactly(3, 2, 4);
        assertThat(own.start().fields()).extracting(field -> field.value()).containsExactly("7");
        FileFacts facts = facts(NOON).ofPart(second.name(), 3, FileType.PDF, "");
        Outcome part = Planner.goOn(
                rule,
                own,
                facts,
                SITE,
                this::text,
                name -> Optional.empty(),
                new PartWorker(worker, second.document()));
        assertThat(part.isPlanned()).as(part.toString()).isTrue();
        assertThat(part.effects(Filing.class).get(0).target(Locale.UK))
                .isEqualTo(new Filing.Target.Place(List.of(), "7 2.pdf"));
    }

    @Test
    void aTrialShowsWhatBecomesOfEachDocument() {
        Outcome trial =
                Planner.planTrial(List.of(rule(EACH)), facts(NOON), SITE, this::text, name -> Optional.empty(), worker);
        assertThat(trial.isPlanned()).isTrue();
        assertThat(trial.effects(Filing.class).stream()
                        .map(filing -> ((Filing.Target.Place) filing.target(Locale.UK)).name()))
                .containsExactly("7 1.pdf", "7 2.pdf", "7 3.pdf");
    }

    @Test
    void aLookupThatChangesMeanwhileDoesNotMakeAWaitLonger() {
        Candidate rule = rule("- wait: { for: 2 days }");
        PlanRecord plan = begin(rule).findWait().orElseThrow().plan();
        Site changed = SITE.with(Map.of("berths", new LookupRef("b", 1, List.of("berth"))));
        Outcome early = goOn(rule, plan, NOON.plus(Duration.ofHours(30)), changed);
        assertThat(until(early)).isEqualTo(NOON.plus(Duration.ofDays(2)));
        assertThat(goOn(rule, plan, NOON.plus(Duration.ofDays(2)), changed).isPlanned())
                .isTrue();
    }

    @ParameterizedTest
    @CsvSource({"1", "2"})
    void everyFormThatWasEverWrittenIsRead(int form) throws IOException {
        PlanRecord plan = PlanJson.read(stored(form));
        assertThat(plan.rule().id()).isEqualTo("berth-notes");
        assertThat(plan.cursor()).containsExactly(2, 4, 5);
        assertThat(plan.findWait().orElseThrow().findUntil()).contains(Instant.parse("2027-06-03T11:00:00Z"));
        assertThat(plan.steps().get(1).result().findEffect()).containsInstanceOf(Filing.class);
    }

    @Test
    void aPlanThatWaitsSaysWhatTheStepsBehindStillNeed() {
        Outcome waits = begin(rule("""
                - wait: { for: 1 day }
                - find: notes
                  fields: { berth: { value: "7" }, vessel: { value: "Grey Heron" } }
                - name: "{berth} of {file name}"
                - file: { in: archive, under: "{arrived | date yyyy}/{vessel}" }
                """));
        PlanRecord plan = waits.findWait().orElseThrow().plan();
        assertThat(plan.unbound()).containsExactly("berth", "vessel");
    }

    @Test
    void aPlanCanGoOnBeforeItsTime() {
        PlanRecord plan = begin(rule("- wait: { for: 1 day }\n- file: { in: archive }"))
                .findWait()
                .orElseThrow()
                .plan();
        PlanRecord sooner = plan.until(NOON.plusSeconds(5));
        assertThat(sooner.findWait().orElseThrow().findUntil()).contains(NOON.plusSeconds(5));
        assertThat(sooner.until(NOON).steps()).hasSameSizeAs(plan.steps());
        assertThat(plan.fromStart().until(NOON)).as("it waits for nothing").isEqualTo(plan.fromStart());
    }

    @Test
    void theFormThatIsWrittenHasAFileOfItsOwn() throws IOException {
        PlanRecord plan = PlanJson.read(stored(PlanRecord.FORM));
        assertThat(PlanJson.MAPPER.readTree(PlanJson.write(plan)))
                .as("a change of the form needs a new number and a new file")
                .isEqualTo(PlanJson.MAPPER.readTree(stored(PlanRecord.FORM)));
    }

    @Test
    void aLaterFormIsRefused() {
        assertThatThrownBy(() -> PlanJson.read("{\"form\": 99}"))
                .hasMessage("The plan has form 99; this version reads forms 1 to " + PlanRecord.FORM);
    }

    private static String stored(int form) throws IOException {
        try (InputStream in = WaitingPlanTest.class.getResourceAsStream("plan-form-" + form + ".json")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
