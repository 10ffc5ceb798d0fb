package lectomen.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.ReadResult;
import lectomen.engine.plaintext.PlainTextReader;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.CheckedCondition;
import lectomen.engine.rule.ConditionResult;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.file.Filing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PlannerTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/in", "quay", "Lantern Quay"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);
    private static final Instant ARRIVED = Instant.parse("2027-03-01T23:30:00Z");

    @TempDir
    private Path temp;

    private final List<String> readings = new ArrayList<>();

    private static Candidate rule(String id, String when, String steps) {
        String text = """
                lectomen: 1
                rule: %s
                from: { folder: "{inbox}/%s", accept: [text, pdf] }
                %s
                do:
                %s
                """.formatted(id, id, when, steps.indent(2));
        RuleReadResult reading = RuleReader.read(text, SITE);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return new Candidate(new RuleRef(id, 1), ((RuleReadResult.Good) reading).rule());
    }

    private static final String FILE = "- file: { in: archive }";

    private Outcome plan(FileFacts facts, String text, Candidate... rules) {
        return Planner.plan(
                List.of(rules),
                facts,
                SITE,
                neededBy -> {
                    readings.add(neededBy);
                    try {
                        return PlainTextReader.read(Files.writeString(temp.resolve("text"), text));
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                },
                Lookups.NONE);
    }

    private static FileFacts upload(String name) {
        return new FileFacts(name, 10, FileType.TEXT, Optional.empty(), ARRIVED);
    }

    private static Filing.Target.Place place(Outcome outcome) {
        Filing filing = outcome.effects(Filing.class).get(0);
        return (Filing.Target.Place) filing.target(SITE.locale());
    }

    private static Reason reason(Outcome outcome) {
        return outcome.ending() instanceof Outcome.Ending.Failed failed
                ? failed.reason()
                : ((Outcome.Ending.Unmatched) outcome.ending()).reason();
    }

    @Test
    void theFirstRuleInOrderThatHoldsTakesTheDocument() {
        Outcome outcome = plan(
                upload("a.txt"),
                "a permit",
                rule("first", "when: { text contains: bulletin }", FILE),
                rule("second", "when: { text contains: PERMIT }", FILE),
                rule("third", "", FILE));
        assertThat(outcome.rule()).contains(new RuleRef("second", 1));
        assertThat(outcome.considered()).extracting(one -> one.rule().id()).containsExactly("first", "second");
        assertThat(outcome.considered().get(0).whyNot()).isEqualTo("text contains \"bulletin\": not found on page 1");
    }

    @Test
    void textIsReadOnceAndOnlyWhenARuleInPlayAsks() {
        plan(upload("a.txt"), "text", rule("named", "when: { name like: '*.txt' }", FILE));
        assertThat(readings).isEmpty();
        plan(
                upload("a.txt"),
                "text",
                rule("other", "when: { name like: '*.pdf', text contains: x }", FILE),
                rule("all", "", FILE));
        assertThat(readings)
                .as("a condition that failed by the name needs no text")
                .isEmpty();
        plan(
                upload("a.txt"),
                "text",
                rule("one", "when: { text contains: x }", FILE),
                rule("two", "when: { text contains: y }", FILE));
        assertThat(readings).containsExactly("the conditions of rule one");
    }

    @Test
    void nestedConditionsTellWhatEachSawAndWhatWasNotAsked() {
        Outcome outcome = plan(
                upload("draft 1.txt"),
                "TIDE BULLETIN",
                rule(
                        "tides",
                        "when: { all: [ { text contains: TIDE }, { none: [ { name like: 'draft*' } ] } ] }",
                        FILE));
        assertThat(reason(outcome).words()).contains("tides: excluded: name like draft*: draft 1.txt");
        assertThat(outcome.considered().get(0).conditions().get(0).parts())
                .extracting(seen -> seen.truth())
                .containsExactly(ConditionResult.OPEN, ConditionResult.NO);
    }

    @Test
    void whatNoRuleAcceptsIsUnmatchedWithTheNearestReason() {
        FileFacts picture = new FileFacts("quay.png", 10, FileType.PNG, Optional.empty(), ARRIVED);
        Outcome outcome = plan(picture, "", rule("permits", "", FILE));
        assertThat(reason(outcome).words())
                .isEqualTo(
                        "No rule matches: permits: does not accept png. Change a rule, give the document to a rule, or file it by hand.");
        assertThat(reason(plan(picture, "")).code()).isEqualTo("rule.none-for-folder");
    }

    @Test
    void anEmptyFileFailsBeforeAnyRuleIsAsked() {
        FileFacts empty = new FileFacts("a.txt", 0, FileType.EMPTY, Optional.empty(), ARRIVED);
        assertThat(reason(plan(empty, "", rule("any", "", FILE))).code()).isEqualTo("file.empty");
    }

    @Test
    void aDocumentThatCanNotBeReadFailsUnderTheOnlyRuleThatMightTakeIt() {
        Candidate permits = rule("permits", "when: { text contains: PERMIT }", FILE);
        FileFacts pdf = new FileFacts("a.pdf", 10, FileType.PDF, Optional.empty(), ARRIVED);
        TextSource broken = neededBy -> new ReadResult.Unreadable(Reason.of("pdf.no-pages"));
        Outcome alone = Planner.plan(List.of(permits), pdf, SITE, broken, Lookups.NONE);
        assertThat(alone.rule()).contains(permits.ref());
        assertThat(reason(alone).code()).isEqualTo("pdf.no-pages");
        Outcome two = Planner.plan(List.of(permits, rule("other", "", FILE)), pdf, SITE, broken, Lookups.NONE);
        assertThat(two.rule()).isEmpty();
    }

    @Test
    void fieldsParametersAndOwnSlotsMakeTheName() {
        Outcome outcome =
                plan(upload("Scan 7.TXT"), "Vessel: Grey/Heron\nValid from: 12 March 2027\n", rule("permits", "", """
                        - find: permit
                          fields:
                            vessel: { right of: Vessel, required: yes }
                            valid from: { right of: Valid from, as: date }
                            remark: { right of: Remark }
                        - name: "{valid from | date yyyy-MM} {vessel} {file name} {remark}"
                        - file: { in: archive, under: "{quay}/{vessel}/{arrived | date yyyy}/{rule}" }
                        """));
        assertThat(place(outcome).shown())
                .isEqualTo("Lantern Quay/Grey-Heron/2027/permits/2027-03 Grey-Heron Scan 7.txt");
        assertThat(outcome.steps()).extracting(StepResult::word).containsExactly("find", "name", "file");
        assertThat(outcome.steps().get(0).notes()).extracting(Reason::code).containsExactly("field.missing");
    }

    @Test
    void aMissingRequiredFieldEndsThePlanThere() {
        Outcome outcome = plan(
                upload("a.txt"),
                "nothing",
                rule("r", "", "- find: x\n  fields: { vessel: { right of: Vessel, required: yes } }\n" + FILE));
        assertThat(reason(outcome).code()).isEqualTo("field.missing");
        assertThat(outcome.steps()).hasSize(1);
    }

    @Test
    void anEmptyNameOrFolderFailsAndSaysWhichSlotHadNoValue() {
        String find = "- find: x\n  fields: { vessel: { right of: Vessel } }\n";
        assertThat(reason(plan(upload("a.txt"), "x", rule("r", "", find + "- name: '{vessel}'\n" + FILE)))
                        .words())
                .isEqualTo(
                        "The name pattern \"{vessel}\" gives an empty name because vessel has no value. Check how the rule finds the field, or add a default: \"or 'none'\".");
        assertThat(reason(plan(
                                upload("a.txt"),
                                "x",
                                rule("r", "", find + "- file: { in: archive, under: 'a/{vessel}' }")))
                        .code())
                .isEqualTo("folder.empty");
    }

    @Test
    void aDateFormOnAFieldThatHoldsNoDateFailsTheDocumentNotTheEngine() {
        String find = "- find: x\n  fields: { vessel: { right of: Vessel } }\n";
        Outcome outcome = plan(
                upload("a.txt"), "Vessel: Heron\n", rule("r", "", find + "- name: '{vessel | date yyyy}'\n" + FILE));
        assertThat(reason(outcome).code()).isEqualTo("slot.not-a-date");
        assertThat(reason(outcome).words()).contains("Heron");
    }

    @Test
    void theExtensionFollowsTheRealType() {
        Candidate keep = rule("r", "", FILE);
        FileFacts wrong = new FileFacts("scan.txt", 10, FileType.PDF, Optional.empty(), ARRIVED);
        assertThat(place(plan(wrong, "", keep)).name()).isEqualTo("scan.pdf");
        FileFacts upper = new FileFacts("SCAN.PDF", 10, FileType.PDF, Optional.empty(), ARRIVED);
        assertThat(place(plan(upper, "", keep)).name()).isEqualTo("SCAN.pdf");
        assertThat(place(plan(upload("notes.log"), "", keep)).name()).isEqualTo("notes.log");
        assertThat(place(plan(upload("notes"), "", keep)).name()).isEqualTo("notes.txt");
    }

    @Test
    void aRuleTakesOnlyFromItsOwnFolders() {
        FileFacts elsewhere = new FileFacts("a.txt", 10, FileType.TEXT, Optional.of("/in/other"), ARRIVED);
        assertThat(plan(elsewhere, "", rule("r", "", FILE)).ending()).isInstanceOf(Outcome.Ending.Unmatched.class);
        FileFacts own = new FileFacts("a.txt", 10, FileType.TEXT, Optional.of("/in/r"), ARRIVED);
        assertThat(plan(own, "", rule("r", "", FILE)).ending()).isInstanceOf(Outcome.Ending.Planned.class);
    }

    @Test
    void aPatternThatRunsForEverFailsTheDocumentWithItsLine() {
        Outcome outcome = plan(
                upload("a.txt"),
                "a".repeat(300) + "!",
                rule("r", "", "- find: x\n  fields: { slow: { pattern: '(a|aa)+\\1c', required: yes } }\n" + FILE));
        assertThat(reason(outcome).code()).isEqualTo("pattern.too-slow");
        assertThat(reason(outcome).words()).contains("rule r");
        Outcome condition =
                plan(upload("a.txt"), "a".repeat(300) + "!", rule("r", "when: { text matches: '(a|aa)+\\1c' }", FILE));
        assertThat(reason(condition).code()).isEqualTo("pattern.too-slow");
    }

    @Test
    void aPatternThatRunsForEverOnANameFailsTheDocumentUnread() {
        Candidate slow = rule("r", "when: { name matches: '(a|aa)+\\1c' }", FILE);
        FileFacts facts = upload("a".repeat(100) + "!.txt");
        RuleEvaluation before = Planner.consider(slow, facts);
        assertThat(before.takes()).isFalse();
        assertThat(before.conditions()).extracting(CheckedCondition::truth).containsExactly(ConditionResult.OPEN);
        Outcome outcome = plan(facts, "text", slow);
        assertThat(reason(outcome).code()).isEqualTo("pattern.too-slow");
        assertThat(readings).isEmpty();
    }

    @Test
    void theSameInputsGiveTheSameOutcome() {
        Candidate rule = rule(
                "r",
                "when: { text contains: Vessel }",
                "- find: x\n  fields: { vessel: { right of: Vessel } }\n- name: '{vessel}'\n" + FILE);
        assertThat(plan(upload("a.txt"), "Vessel: Heron\n", rule))
                .usingRecursiveComparison()
                .ignoringFields("steps.millis")
                .isEqualTo(plan(upload("a.txt"), "Vessel: Heron\n", rule));
    }
}
