package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.print.facts.PageFacts;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each condition on one file, at the edges of what it asks. */
class ConditionsTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    /** Came in on a Monday. */
    private static final Instant ARRIVED = Instant.parse("2027-03-01T10:00:00Z");

    private static final FileFacts FACTS = new FileFacts(
            "permit 31.pdf",
            2_000,
            FileType.PDF,
            Optional.of("/srv/inbox/permits"),
            ARRIVED,
            new FileFacts.Circumstances(
                    "1998/valves",
                    Optional.of(ARRIVED.minusSeconds(3 * 3600)),
                    "crane-office",
                    Set.of("urgent", "north"),
                    Optional.empty()));

    private static RuleReadResult read(String condition) {
        return RuleReader.read("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits" }
                when: { %s }
                do: [ { file: { in: archive } } ]
                """.formatted(condition), SITE);
    }

    private static Condition condition(String text) {
        return ((RuleReadResult.Good) read(text)).rule().when().orElseThrow();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            size at most: 2 kB          ~ YES ~ 2.0 kB
            size at most: 1999 B        ~ NO  ~ 2.0 kB
            size at least: 2 KB         ~ YES ~ 2.0 kB
            size at least: 2001 B       ~ NO  ~ 2.0 kB
            size at most: 1 MB          ~ YES ~ 2.0 kB
            size at least: 1 GB         ~ NO  ~ 2.0 kB
            age at most: 3h             ~ YES ~ 3 hours
            age at most: 10799 seconds  ~ NO  ~ 3 hours
            age at least: 180 minutes   ~ YES ~ 3 hours
            age at least: 1d            ~ NO  ~ 3 hours
            age at most: 500ms          ~ NO  ~ 3 hours
            arrived between: 10:00 and 10:01 ~ YES ~ 10:00
            arrived between: 9:30 and 10:00  ~ NO  ~ 10:00
            arrived between: 22:00 and 10:01 ~ YES ~ 10:00
            arrived between: 22:00 and 10:00 ~ NO  ~ 10:00
            arrived between: 10:00 and 06:00 ~ YES ~ 10:00
            arrived on: monday          ~ YES ~ monday
            arrived on: [sunday, tuesday] ~ NO ~ monday
            sender is: 'crane*'         ~ YES ~ crane-office
            sender is: [pilots, quay]   ~ NO  ~ crane-office
            tagged: north               ~ YES ~ north, urgent
            tagged: [south, west]       ~ NO  ~ north, urgent
            type is: [text, pdf]        ~ YES ~ pdf
            type is: tiff               ~ NO  ~ pdf
            name like: '{permit}.pdf'   ~ YES ~ permit 31.pdf
            name like: 'permit'         ~ NO  ~ permit 31.pdf
            name matches: '3\\d'        ~ YES ~ permit 31.pdf
            folder like: '*/valves'     ~ YES ~ 1998/valves
            folder like: 'valves'       ~ NO  ~ 1998/valves
            """)
    void whatIsKnownOfAFileDecides(String condition, ConditionResult truth, String saw) {
        CheckedCondition seen = condition(condition).look(FACTS, Content.NOT_OPENED);
        assertThat(seen.truth()).isEqualTo(truth);
        assertThat(seen.saw()).isEqualTo(saw);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            age at most: 1s       ~ YES ~ 0 s
            sender is: 'crane*'   ~ NO  ~ nobody knows who sent it
            tagged: north         ~ NO  ~ no tags
            size at least: 1 MB   ~ YES ~ 2.5 MB
            size at most: 2 MB    ~ NO  ~ 2.5 MB
            """)
    void whatNobodyKnowsOfAnUploadIsSaid(String condition, ConditionResult truth, String saw) {
        FileFacts upload = new FileFacts("a.pdf", 2_460_000, FileType.PDF, Optional.empty(), ARRIVED);
        CheckedCondition seen = condition(condition).look(upload, Content.NOT_OPENED);
        assertThat(seen.truth()).isEqualTo(truth);
        assertThat(seen.saw()).isEqualTo(saw);
    }

    @ParameterizedTest
    @CsvSource({"172800, 2 days", "172799, 47 hours", "7200, 2 hours", "7199, 7199 s", "-60, 0 s"})
    void anAgeIsShownInTheUnitThatPeopleUse(long seconds, String shown) {
        FileFacts.Circumstances more = new FileFacts.Circumstances(
                "", Optional.of(ARRIVED.minusSeconds(seconds)), "", Set.of(), Optional.empty());
        FileFacts facts = new FileFacts("a.pdf", 1, FileType.PDF, Optional.empty(), ARRIVED, more);
        assertThat(condition("age at least: 1s").look(facts, Content.NOT_OPENED).saw())
                .isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({
        "pages at least: 2, YES, 2 pages",
        "pages at least: 3, NO, 2 pages",
        "pages at most: 2, YES, 2 pages",
        "pages at most: 1, NO, 2 pages",
        "text contains: berth, NO, 'not found: no text on pages 1 to 2, which is empty or only pictures'",
        "'property: { name: title, contains: berth }', NO, it has no properties"
    })
    void pagesAreCounted(String condition, ConditionResult truth, String saw) {
        DocumentText text = new DocumentText(List.of(blank(1), blank(2)));
        assertThat(condition(condition).look(FACTS, Content.NOT_OPENED).truth()).isEqualTo(ConditionResult.OPEN);
        CheckedCondition seen = condition(condition).look(FACTS, Content.NOT_OPENED.with(text));
        assertThat(seen.truth()).isEqualTo(truth);
        assertThat(seen.saw()).isEqualTo(saw);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            colour pages at least: 1                 ~ YES ~ 1 page in colour
            colour pages at least: 2                 ~ NO  ~ 1 page in colour
            colour pages at most: 0                  ~ NO  ~ 1 page in colour
            spot colour like: 'harbour *'            ~ YES ~ Gold, Harbour blue
            spot colour like: 'red'                  ~ NO  ~ Gold, Harbour blue
            largest page at most: iso_a4_210x297mm   ~ NO  ~ 420 x 297 mm
            largest page at most: iso_a3_297x420mm   ~ YES ~ 420 x 297 mm
            largest page at least: iso_a3_297x420mm  ~ YES ~ 420 x 297 mm
            largest page at least: iso_a2_420x594mm  ~ NO  ~ 420 x 297 mm
            fonts missing: yes                       ~ YES ~ not embedded: Helvetica
            fonts missing: no                        ~ NO  ~ not embedded: Helvetica
            content in margin: 5 mm                  ~ YES ~ 3 mm from the edge
            content in margin: 3.1mm                 ~ NO  ~ 3 mm from the edge
            """)
    void whatIsPrintedDecides(String condition, ConditionResult truth, String saw) {
        PageFacts text = new PageFacts(new MediaSize(210, 297), false, List.of(), List.of("Helvetica"), 20);
        PageFacts plan = new PageFacts(new MediaSize(420, 297), true, List.of("Gold", "Harbour blue"), List.of(), 3.2);
        Condition asked = condition(condition);
        assertThat(asked.look(FACTS, Content.NOT_OPENED).truth()).isEqualTo(ConditionResult.OPEN);
        CheckedCondition seen = asked.look(FACTS, Content.NOT_OPENED.with(new PrintFacts(List.of(text, plan))));
        assertThat(seen.truth()).isEqualTo(truth);
        assertThat(seen.saw()).isEqualTo(saw);
        CheckedCondition ofText = asked.look(FACTS, Content.NOT_OPENED.with(PrintFacts.NONE));
        assertThat(ofText.truth()).isEqualTo(ConditionResult.NO);
        assertThat(ofText.saw()).isEqualTo("it is no PDF that can be drawn");
    }

    private static Page blank(int number) {
        return Page.ofWords(number, 595, 842, Page.Unit.POINT, List.of());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            all: [ { tagged: north }, { type is: pdf } ]                 ~ YES
            all: [ { tagged: north }, { type is: tiff } ]                ~ NO
            all: [ { tagged: north }, { text contains: x } ]             ~ OPEN
            all: [ { text contains: x }, { tagged: south } ]             ~ NO
            any: [ { text contains: x }, { tagged: north } ]             ~ YES
            any: [ { text contains: x }, { tagged: south } ]             ~ OPEN
            any: [ { tagged: west }, { tagged: south } ]                 ~ NO
            none: [ { tagged: west }, { tagged: south } ]                ~ YES
            none: [ { text contains: x }, { tagged: north } ]            ~ NO
            none: [ { text contains: x }, { tagged: south } ]            ~ OPEN
            tagged: north, type is: tiff                                 ~ NO
            """)
    void severalMakeOneAndTheTextIsReadOnlyWhereNothingElseDecides(String condition, ConditionResult truth) {
        assertThat(condition(condition).look(FACTS, Content.NOT_OPENED).truth()).isEqualTo(truth);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            any: [ { name like: '{kind} {number}.pdf' }, { folder like: '{year}/{part}' } ]  ~ {kind=permit, number=31, part=valves, year=1998}
            none: [ { name like: '{kind}.tif' } ]                                          ~ {}
            name like: '{kind}.tif'                                                        ~ {}
            """)
    void partsOfNamesAreFound(String condition, String parts) {
        Condition made = condition(condition);
        assertThat(new TreeMap<>(made.nameParts(FACTS))).hasToString(parts);
        assertThat(made.partNames()).containsAll(made.nameParts(FACTS).keySet());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            size at most: 2 TB              ~ "size at most" must be a size such as
            age at least: 0s                ~ "age at least" must be a time such as
            age at least: soon              ~ "age at least" must be a time such as
            pages at most: some             ~ "pages at most" must be a number of pages
            arrived between: 8 and 9        ~ "arrived between" is two times such as
            arrived between: 08:00 and 25:00 ~ "arrived between" is two times such as
            arrived on: moonday             ~ did you mean "monday"?
            all: []                         ~ "all" needs at least one condition
            type is: pfd                    ~ did you mean "pdf"?
            property: { name: a }           ~ needs either "contains" or "matches"
            property: { name: a, contains: b, matches: c } ~ needs either "contains" or "matches"
            sidecar: { at: //a, is: b, like: c } ~ "sidecar" needs one of "is", "like" and "matches"
            name like: []                   ~ "name like" needs a text
            """)
    void whatIsNoConditionIsSaid(String condition, String problem) {
        assertThat(((RuleReadResult.Bad) read(condition)).problems())
                .extracting(Problem::toString)
                .anySatisfy(said -> assertThat(said).contains(problem));
    }
}
