package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import lectomen.engine.counter.Counter;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.rulefile.PartReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.step.Step;
import lectomen.engine.step.find.FindStep;
import lectomen.engine.step.name.NameStep;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartsTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static final String PERMIT = """
            lectomen: 1
            part: permit
            about: What a mooring permit says.
            fields:
              permit: { pattern: 'MP-\\d{4}', required: yes }
              vessel: { right of: Vessel, length: 2 to 40 }
              from:   { as: date, form: d MMMM yyyy }
            """;

    private static final String SCANS = """
            lectomen: 1
            part: scans
            accept: [pdf, tiff]
            """;

    private static final String PERMIT_NAME = """
            lectomen: 1
            part: permit-name
            pattern: "{from | date yyyy-MM-dd} {permit}"
            """;

    private static final String NAME_AND_FILE = """
            lectomen: 1
            part: name-and-file
            steps:
              - name: "{pattern permit-name} {vessel}"
              - file: { in: archive, under: Permits }
            """;

    private static final String RULE = """
            lectomen: 1
            rule: permits
            from:
              - folder: "{inbox}/permits"
                accept: [scans, docx]
            do:
              - find: permit
                fields:
                  from: { right of: Valid from }
                  berth: { right of: Berth }
              - steps: name-and-file
            """;

    private static Map<String, String> parts(String... texts) {
        Map<String, String> parts = new TreeMap<>();
        for (String text : texts) {
            PartReader.Reading reading = PartReader.read(text);
            assertThat(reading).isInstanceOf(PartReader.Reading.Good.class);
            parts.put(((PartReader.Reading.Good) reading).part().name(), text);
        }
        return parts;
    }

    private static RuleDocument good(String rule, String... parts) {
        RuleReadResult reading = RuleReader.read(new RuleFile(rule, parts(parts)), SITE);
        assertThat(reading).isInstanceOf(RuleReadResult.Good.class);
        return ((RuleReadResult.Good) reading).rule();
    }

    private static List<String> problems(String rule, String... parts) {
        RuleReadResult reading = RuleReader.read(new RuleFile(rule, parts(parts)), SITE);
        assertThat(reading).isInstanceOf(RuleReadResult.Bad.class);
        return ((RuleReadResult.Bad) reading)
                .problems().stream().map(Problem::toString).toList();
    }

    @Test
    void partsStandWhereARuleNamesThem() {
        RuleDocument rule = good(RULE, PERMIT, SCANS, PERMIT_NAME, NAME_AND_FILE);
        assertThat(rule.parts()).containsExactlyInAnyOrder("permit", "scans", "permit-name", "name-and-file");
        assertThat(rule.from().get(0).accepting().types())
                .containsExactlyInAnyOrder(FileType.PDF, FileType.TIFF, FileType.DOCX);
        assertThat(rule.steps()).hasSize(3);
        assertThat(((NameStep) rule.steps().get(1)).pattern().source())
                .isEqualTo("{from | date yyyy-MM-dd} {permit} {vessel}");
    }

    @Test
    void theWordsOfARuleGoOverAndBesideThoseOfItsDocumentType() {
        FindStep find = (FindStep)
                good(RULE, PERMIT, SCANS, PERMIT_NAME, NAME_AND_FILE).steps().get(0);
        assertThat(find.fields()).extracting(FieldSpec::name).containsExactly("permit", "vessel", "from", "berth");
        FieldSpec from = find.fields().get(2);
        assertThat(from.type()).isEqualTo(FieldType.DATE);
        assertThat(from.form()).isEqualTo("d MMMM yyyy");
        assertThat(from.sought()).contains("Valid from");
    }

    @Test
    void aStepOfAPartCountsAsStandingWhereItIsNamed() {
        List<Step> steps = good(RULE, PERMIT, SCANS, PERMIT_NAME, NAME_AND_FILE).steps();
        int line = RULE.substring(0, RULE.indexOf("- steps")).split("\n", -1).length;
        assertThat(steps.get(1).line()).isEqualTo(line);
    }

    @Test
    void whatDoesNotFitIsSaidAtItsUseWithItsPlaceInThePart() {
        assertThat(problems(RULE.replace("- find: permit", "- find: other"), PERMIT, SCANS, PERMIT_NAME, NAME_AND_FILE))
                .anySatisfy(problem -> assertThat(problem)
                        .contains("in part name-and-file, line 4")
                        .contains("unknown field"));
    }

    @Test
    void aPartThatIsMissingOrOfAnotherKindIsSaidWithTheNearest() {
        assertThat(problems(RULE, PERMIT, SCANS, PERMIT_NAME))
                .anySatisfy(problem -> assertThat(problem).contains("unknown step list \"name-and-file\""));
        assertThat(problems(
                        RULE.replace("steps: name-and-file", "steps: name-and-fil"),
                        PERMIT,
                        SCANS,
                        PERMIT_NAME,
                        NAME_AND_FILE))
                .anySatisfy(problem -> assertThat(problem).contains("did you mean \"name-and-file\"?"));
        assertThat(problems(
                        RULE.replace("steps: name-and-file", "steps: scans"),
                        PERMIT,
                        SCANS,
                        PERMIT_NAME,
                        NAME_AND_FILE))
                .anySatisfy(problem -> assertThat(problem).contains("part scans is of kind accept set"));
    }

    @Test
    void partsThatNameEachOtherForEverAreRefused() {
        String loop = "lectomen: 1\npart: loop\nsteps:\n  - steps: loop\n";
        assertThat(problems(RULE.replace("steps: name-and-file", "steps: loop"), PERMIT, SCANS, loop))
                .anySatisfy(problem -> assertThat(problem).contains("name each other for ever"));
        String round = "lectomen: 1\npart: round\npattern: \"{pattern round} x\"\n";
        assertThat(problems(RULE.replace("steps: name-and-file", "name: \"{pattern round}\""), PERMIT, SCANS, round))
                .anySatisfy(problem -> assertThat(problem).contains("name each other for ever"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            part: Scans~accept: pdf~lower-case letters, digits and hyphens
            part: pdf~accept: tiff~can't have the name of a file type
            part: schema~accept: tiff~can't have the name
            part: scans~accept: [pdff]~did you mean "pdf"?
            part: a~about: nothing~holds one of: accept, pattern, steps, fields, counter; not none
            part: a~{pattern: x, accept: pdf}~is not known
            part: a~pattern: "{vessel"~in the pattern
            part: a~steps: name~needs a list of steps
            part: a~counter: { numbers: fast }~"numbers" is quick or unbroken
            part: a~counter: { restart: weekly }~"restart" must be never, every day
            part: a~counter: { restart: by value }~needs "of:"
            part: a~counter: { step: 0 }~"step" must be a number from 1
            part: a~counter: { first month: 4 }~requires "restart: every year"
            part: a~fields: [x]~is expected as words with values
            """)
    void aPartThatCanNotWorkSaysSoWhenWritten(String head, String content, String expected) {
        String body = content.startsWith("{") ? "extra: " + content : content;
        PartReader.Reading reading = PartReader.read("lectomen: 1\n" + head + "\n" + body + "\n");
        assertThat(reading).isInstanceOf(PartReader.Reading.Bad.class);
        assertThat(((PartReader.Reading.Bad) reading).problems())
                .extracting(Problem::toString)
                .anySatisfy(problem -> assertThat(problem).contains(expected));
    }

    private static final String READINGS = """
            lectomen: 1
            part: readings
            counter: { numbers: unbroken, start: 10, step: 5, width: 4, restart: every month, of: %s }
            """;

    private static String numbered(String pattern) {
        return RULE.replace("- steps: name-and-file", "- name: \"" + pattern + "\"\n  - file: { in: archive }");
    }

    @Test
    void aCounterIsNamedInANameAndKnowsItsForm() {
        RuleDocument rule = good(numbered("{permit} {counter readings}"), PERMIT, SCANS, READINGS.formatted("from"));
        assertThat(rule.parts()).contains("readings");
        assertThat(rule.counters().get("readings"))
                .isEqualTo(new Counter(true, 10, 5, 4, Counter.Restart.MONTH, "from", 1));
    }

    @Test
    void aCounterThatRestartsByWhatNobodyFindsIsRefused() {
        assertThat(problems(numbered("{counter readings}"), PERMIT, SCANS, READINGS.formatted("form")))
                .anySatisfy(problem -> assertThat(problem)
                        .contains("counter readings restarts by \"form\"")
                        .contains("did you mean \"from\"?"));
        assertThat(problems(numbered("{counter reading}"), PERMIT, SCANS, READINGS.formatted("from")))
                .anySatisfy(problem -> assertThat(problem).contains("did you mean \"readings\"?"));
    }
}
