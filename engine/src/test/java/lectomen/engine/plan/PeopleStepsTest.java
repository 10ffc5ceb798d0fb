package lectomen.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.evidence.Evidence;
import lectomen.engine.evidence.Proof;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.FieldDoubt;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.PeopleReply;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;
import lectomen.engine.step.StepWorker;
import lectomen.engine.step.file.Filing;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Steps that ask people: when they ask, what they ask, and what their answer does to the plan. */
class PeopleStepsTest {
    private static final Instant NOON = Instant.parse("2027-06-01T11:00:00Z");
    private static final Site SITE =
            new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneId.of("Europe/London"));

    private static final String FIND = """
            - find: inspection
              fields:
                report: { pattern: 'BIR-\\d{4}', required: yes, one of: [BIR-0412, BIR-0413] }
                length: { as: number, pattern: '\\d+ m' }
            """;
    private static final String REST = """
            - name: "{report}"
            - file: { in: archive }
            """;

    /** Where steps make their files. */
    private record InFolder(Path folder) implements StepWorker.Surroundings {
        @Override
        public SourceDocument original() {
            throw new AssertionError("nothing is to be made of the document");
        }

        @Override
        public Optional<DocumentText> knownText() {
            return Optional.empty();
        }

        @Override
        public Instant arrived() {
            return NOON;
        }

        @Override
        public FontBook fonts() {
            throw new AssertionError("nothing is to be drawn");
        }

        @Override
        public Progress.Listener listener() {
            throw new AssertionError("nothing takes long");
        }
    }

    @TempDir
    private Path folder;

    /** Keeps what is made where its hash would be. */
    private final StepWorker worker = new StepWorker() {
        @Override
        public StepOutput original() {
            return new StepOutput("original", "o", 9, FileType.PDF);
        }

        @Override
        public Parts split(StepOutput of, Splitter splitter) {
            throw new AssertionError("nothing is to be split");
        }

        @Override
        public Result make(StepOutput of, Object settings, Maker maker) {
            try {
                ConversionResult.Files files = (ConversionResult.Files) maker.make(null, new InFolder(folder));
                Path file = files.files().get(0);
                return new Result.Made(
                        new StepOutput("main", Files.readString(file, StandardCharsets.ISO_8859_1), 9, files.type()),
                        List.of());
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        @Override
        public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
            throw new AssertionError("nothing else is to be read");
        }
    };

    private double confidence = 1;
    private String readAs = "BIR-0412";

    private ReadResult text(String neededBy) {
        List<Word> words = new ArrayList<>();
        int x = 50;
        for (String text : (readAs + " 120 m").split(" ")) {
            double sure = text.equals(readAs) ? confidence : 1;
            words.add(new Word(text, new Box(x, 50, 40, 10), sure));
            x += 60;
        }
        return new ReadResult.Read(new DocumentText(List.of(Page.ofWords(1, 600, 800, Page.Unit.POINT, words))));
    }

    private static RuleReadResult read(String steps) {
        return RuleReader.read("""
                lectomen: 1
                rule: berths
                from: { folder: "{inbox}/berths" }
                do:
                """ + steps.indent(2), SITE);
    }

    private static Candidate rule(String steps, int version) {
        RuleReadResult reading = read(steps);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return new Candidate(
                new RuleRef("berths", version),
                ((RuleReadResult.Good) reading).rule(),
                Optional.of(new RuleFile(steps)));
    }

    private static Candidate rule(String steps) {
        return rule(steps, 1);
    }

    private static FileFacts facts() {
        return new FileFacts(
                "b.pdf", 9, FileType.PDF, Optional.of("/in/berths"), NOON, FileFacts.Circumstances.UNKNOWN.at(NOON));
    }

    private Outcome begin(Candidate rule) {
        return Planner.plan(List.of(rule), facts(), SITE, this::text, name -> Optional.empty(), worker);
    }

    private Outcome goOn(Candidate rule, PlanRecord plan) {
        PlanRecord stored = PlanJson.read(PlanJson.write(plan));
        assertThat(stored).isEqualTo(plan);
        return Planner.goOn(rule, stored, facts(), SITE, this::text, name -> Optional.empty(), worker);
    }

    private static PeopleQuestion question(Outcome outcome) {
        assertThat(outcome.findWait()).as(outcome.toString()).isPresent();
        return outcome.findWait().get().plan().findQuestion().orElseThrow();
    }

    private static PlanRecord plan(Outcome outcome) {
        return outcome.findWait().orElseThrow().plan();
    }

    private static FieldValue field(List<FieldValue> fields, String name) {
        return fields.stream()
                .filter(one -> one.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static PlanRecord entered(PlanRecord plan, String name, String value) {
        FieldValue before = field(plan.findQuestion().orElseThrow().fields(), name);
        return plan.answered(
                new PeopleReply(List.of(before.entered(value, "entered at review")), List.of(7L), Proof.NONE));
    }

    private static String filedAs(Outcome outcome) {
        assertThat(outcome.isPlanned()).as(outcome.toString()).isTrue();
        return filedAs(outcome.effects(Filing.class).get(0));
    }

    private static String filedAs(Filing filing) {
        Filing.Target target = filing.target(Locale.UK, warning -> {});
        return ((Filing.Target.Place) target).name();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "always                                | 1.00 | BIR-0412 | review.always",
                "'{ confidence below: 0.95 }'          | 0.94 | BIR-0412 | review.unsure",
                "'{ confidence below: 0.95 }'          | 0.95 | BIR-0412 | ",
                "checks fail                           | 0.50 | BIR-0412 | ",
                "checks fail                           | 1.00 | BIR-0999 | field.check",
                "checks fail                           | 1.00 | nothing  | field.missing",
                "'[checks fail, confidence below: .9]' | 0.50 | BIR-0999 | field.check",
                "'{ value: { length: above 100 } }'    | 1.00 | BIR-0412 | review.value",
                "'{ value: { length: above 120 } }'    | 1.00 | BIR-0412 | ",
                "'{ value: { length: [1, 120] } }'     | 1.00 | BIR-0412 | review.value",
                "'{ value: { report: not BIR-0412 } }' | 1.00 | BIR-0412 | ",
                "'{ sample: 100 % }'                   | 1.00 | BIR-0412 | review.sample",
                "'{ sample: 0.00 % }'                  | 1.00 | BIR-0412 | ",
            })
    void asksForWhatTheRuleSays(String when, double sure, String text, String reason) {
        confidence = sure;
        readAs = text;
        Outcome outcome = begin(rule(FIND + "- review: { by: records-office, when: " + when + " }\n" + REST));
        if (reason == null) {
            assertThat(filedAs(outcome)).isEqualTo(readAs + ".pdf");
        } else {
            assertThat(question(outcome).why()).extracting(Reason::code).containsExactly(reason);
            assertThat(outcome.findWait().orElseThrow().waitFor().what()).isEqualTo(StepWait.What.REVIEW);
        }
    }

    @Test
    void aFieldThatFailedItsCheckIsAskedForWithWhatStandsThere() {
        readAs = "BIR-0999";
        Outcome outcome = begin(rule(FIND + "- review: { by: records-office, when: checks fail }\n" + REST));
        PeopleQuestion asked = question(outcome);
        assertThat(asked.asked()).containsExactly("report");
        assertThat(asked.doubts()).extracting(FieldDoubt::field).containsExactly("report");
        FieldValue seen = field(asked.fields(), "report");
        assertThat(seen.value()).isEqualTo("BIR-0999");
        assertThat(seen.page()).isEqualTo(1);
        assertThat(seen.box()).isEqualTo(new Box(50, 50, 40, 10));
    }

    @Test
    void withoutAReviewTheSameFieldFailsTheDocument() {
        readAs = "BIR-0999";
        assertThat(begin(rule(FIND + REST)).ending()).isInstanceOf(Outcome.Ending.Failed.class);
    }

    @Test
    void nothingIsFiledOnAValueThatAReviewBehindItIsToSettle() {
        readAs = "BIR-0999";
        String steps = FIND + "- file: { in: archive }\n- review: { by: records-office, when: checks fail }\n" + REST;
        assertThat(begin(rule(steps)).ending()).isInstanceOf(Outcome.Ending.Failed.class);
    }

    @Test
    void theEnteredValueIsUsedByTheStepsBehind() {
        readAs = "BIR-0999";
        Candidate rule = rule(FIND + "- review: { by: records-office, when: checks fail }\n" + REST);
        Outcome asked = begin(rule);
        Outcome waiting = goOn(rule, plan(asked));
        assertThat(question(waiting)).isEqualTo(question(asked));
        Outcome done = goOn(rule, entered(plan(asked), "report", "BIR-0413"));
        assertThat(filedAs(done)).isEqualTo("BIR-0413.pdf");
    }

    @Test
    void ofAListWithAValueThatWontDoAllAreShown() {
        Candidate rule = rule("""
                - find: inspection
                  fields:
                    reports: { pattern: 'BIR-\\d{4}', take: all, one of: [BIR-0412, BIR-0413] }
                - review: { by: records-office, when: checks fail }
                - file: { in: archive }
                """);
        readAs = "BIR-0412 BIR-0999 BIR-0413";
        PeopleQuestion asked = question(begin(rule));
        assertThat(field(asked.fields(), "reports").value()).isEqualTo("BIR-0412; BIR-0999; BIR-0413");
        assertThat(asked.why()).extracting(Reason::words).first().asString().contains("BIR-0999");
    }

    @Test
    void anApprovalThatIsSentBackIsReviewedAndApprovedAgain() {
        Candidate rule = rule(FIND + "- review: { by: records-office }\n- approve: { by: harbour-engineers }\n" + REST);
        Outcome reviewed = goOn(rule, entered(plan(begin(rule)), "report", "BIR-0413"));
        assertThat(question(reviewed).kind()).isEqualTo(PeopleQuestion.Kind.APPROVAL);
        assertThat(field(question(reviewed).fields(), "report").value()).isEqualTo("BIR-0413");

        Reason back = Reason.of("plan.question-changed");
        PlanRecord again = plan(reviewed).backToReview(back).orElseThrow();
        PeopleQuestion asked = again.findQuestion().orElseThrow();
        assertThat(asked.findAgain()).contains(back);
        assertThat(field(asked.fields(), "report").value()).isEqualTo("BIR-0413");

        Outcome second = goOn(rule, entered(again, "report", "BIR-0412"));
        assertThat(question(second).kind()).isEqualTo(PeopleQuestion.Kind.APPROVAL);
        assertThat(question(second).binding()).isNotEqualTo(question(reviewed).binding());
        Outcome filed = goOn(rule, plan(second).answered(new PeopleReply(List.of(), List.of(8L), Proof.NONE)));
        assertThat(filedAs(filed)).isEqualTo("BIR-0412.pdf");
    }

    @Test
    void aReviewThatHadNothingToAskIsAskedWhereAnApprovalSendsBackToIt() {
        Candidate rule = rule(FIND
                + "- review: { by: records-office, when: checks fail }\n- approve: { by: harbour-engineers }\n" + REST);
        Outcome asked = begin(rule);
        assertThat(question(asked).kind()).isEqualTo(PeopleQuestion.Kind.APPROVAL);
        PlanRecord again =
                plan(asked).backToReview(Reason.of("plan.question-changed")).orElseThrow();
        assertThat(again.findQuestion().orElseThrow().kind()).isEqualTo(PeopleQuestion.Kind.REVIEW);
        Outcome second = goOn(rule, entered(again, "report", "BIR-0413"));
        assertThat(field(question(second).fields(), "report").value()).isEqualTo("BIR-0413");
    }

    @Test
    void anAnswerHoldsForOtherStepsThatRunAgainAndNotForOtherFields() {
        String steps = FIND + "- approve: { by: harbour-engineers }\n- wait: { for: 1 day }\n" + REST;
        Candidate rule = rule(steps);
        Outcome asked = begin(rule);
        Outcome approved = goOn(rule, plan(asked).answered(new PeopleReply(List.of(), List.of(8L), Proof.NONE)));
        PlanRecord waits = plan(approved);
        assertThat(waits.findWait().orElseThrow().what()).isEqualTo(StepWait.What.TIME);

        Candidate changedText = new Candidate(rule.ref(), rule.rule(), Optional.of(new RuleFile(steps + "# more\n")));
        assertThat(plan(goOn(changedText, waits)).findWait().orElseThrow().what())
                .isEqualTo(StepWait.What.TIME);

        readAs = "BIR-0413";
        PeopleQuestion again = question(goOn(changedText, waits));
        assertThat(again.findAgain().map(Reason::code)).contains("plan.question-changed");
        assertThat(field(again.fields(), "report").value()).isEqualTo("BIR-0413");
    }

    @Test
    void evidenceOfDecisionsIsAnOutputThatIsFiledBesideTheDocument() {
        Candidate rule = rule(FIND + """
                - approve: { by: harbour-engineers }
                - evidence: json
                - evidence: pdf
                  as: page
                """ + REST + "- file: { in: archive, output: evidence }\n");
        Proof proof = new Proof(
                "1-4",
                List.of(new Evidence.Decided("approval", 1, "", "approved", "Tam Okoro", NOON, "abab", "fine")),
                List.of(),
                31,
                "cdcd");
        Outcome done = goOn(rule, plan(begin(rule)).answered(new PeopleReply(List.of(), List.of(8L), proof)));
        List<StepOutput> made = done.steps().stream()
                .flatMap(step -> step.addition() instanceof StepAddition.Output output
                        ? Stream.of(output.output())
                        : Stream.empty())
                .toList();
        assertThat(made).extracting(StepOutput::output).containsExactly("evidence", "page");
        assertThat(made.get(0).sha256()).contains("\"by\" : \"Tam Okoro\"", "\"BIR-0412\"", "\"cdcd\"");
        assertThat(made.get(1).type()).isEqualTo(FileType.PDF);
        assertThat(done.effects(Filing.class))
                .extracting(PeopleStepsTest::filedAs)
                .containsExactly("BIR-0412.pdf", "BIR-0412.json");
    }

    @Test
    void anotherVersionOfTheRuleAsksAgain() {
        String steps = FIND + "- approve: { by: harbour-engineers }\n" + REST;
        Outcome asked = begin(rule(steps));
        PlanRecord answered = plan(asked).answered(new PeopleReply(List.of(), List.of(8L), Proof.NONE));
        assertThat(question(goOn(rule(steps, 2), answered)).findAgain()).isPresent();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"50 m | engineer", "500 m | engineer, harbour master", "5 km | "})
    void stagesAreChosenByValues(String length, String stages) {
        Candidate rule = rule(FIND.replace("\\d+ m", "\\d+ k?m") + """
                - approve:
                    stages:
                      - { stage: engineer, by: harbour-engineers, only if: { length: above 9 } }
                      - { stage: harbour master, by: harbour-master, only if: { length: at least 500 } }
                """ + REST);
        readAs = "BIR-0412 " + length;
        Outcome outcome = begin(rule);
        if (stages == null) {
            assertThat(filedAs(outcome)).isEqualTo("BIR-0412.pdf");
        } else {
            assertThat(question(outcome).stages())
                    .extracting(stage -> stage.name())
                    .containsExactly(stages.split(", "));
        }
    }

    @Test
    void aTrialTellsWhoWouldBeAskedAndWhy() {
        confidence = 0.5;
        Candidate rule = rule(FIND + "- review: { by: records-office, when: { confidence below: 0.95 } }\n"
                + "- approve: { by: harbour-engineers }\n" + REST);
        Outcome outcome = Planner.planTrial(List.of(rule), facts(), SITE, this::text, name -> Optional.empty(), worker);
        assertThat(filedAs(outcome)).isEqualTo("BIR-0412.pdf");
        List<String> said = outcome.steps().stream()
                .map(StepResult::notes)
                .flatMap(List::stream)
                .map(Reason::words)
                .filter(words -> words.startsWith("In a real run"))
                .toList();
        assertThat(said)
                .containsExactly(
                        "In a real run, records-office would review it. report: “BIR-0412” is sure to 0.50; below 0.95,"
                                + " it is reviewed.",
                        "In a real run, harbour-engineers would be asked to approve it.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "review: { }                                    | needs \"by:\"",
                "review: { by: a, when: { confidence below: 2 } } | \"confidence below\" must be a share such as 0.95",
                "review: { by: a, when: { sample: some } }       | \"sample\" must be a share such as 5 %",
                "review: { by: a, when: { check fails } }        | did you mean \"checks fail\"?",
                "review: { by: a, when: { value: { width: 3 } } } | unknown field \"width\" at this point",
                "review: { by: a, within: soon }                 | \"within\" must be a time such as 2 working days",
                "approve: { by: a, need: most }                  | \"need\" must be one, all or a number up to 20",
                "approve: { by: a, at deadline: approve }        | \"at deadline\" needs a deadline",
                "approve: { by: a, not by: [everybody] }         | \"not by\" must be of sender, reviewer",
                "approve: { by: a, need: all, escalate: { to: b, after: 1h } } | doesn't go with \"need: all\"",
                "approve: { stages: [] }                         | \"stages\" needs a list",
                "approve: { stages: [{ stage: one }] }           | needs \"by:\"",
            })
    void badWordsAreRefusedInTheirPlace(String step, String problem) {
        RuleReadResult reading = read("- find: x\n  fields: { report: { pattern: '\\d+' } }\n- " + step + "\n" + REST);
        assertThat(reading).isInstanceOf(RuleReadResult.Bad.class);
        assertThat(((RuleReadResult.Bad) reading).problems())
                .extracting(Problem::toString)
                .anySatisfy(words -> assertThat(words).contains(problem));
    }

    @Test
    void theRuleNamesItsPeople() {
        Candidate rule = rule(FIND + "- review: { by: [records-office, ida] }\n"
                + "- approve: { by: harbour-engineers, escalate: { to: harbour-master, after: 1 working day } }\n"
                + REST);
        assertThat(rule.rule().namedPeople())
                .extracting(contact -> contact.name())
                .containsExactly("records-office", "ida", "harbour-engineers", "harbour-master");
    }
}
