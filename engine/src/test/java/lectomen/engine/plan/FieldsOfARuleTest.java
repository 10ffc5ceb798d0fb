package lectomen.engine.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.LookupReader;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.plaintext.PlainTextReader;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.file.Filing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every extractor of a field, every type and every check, each as a rule file says it. */
class FieldsOfARuleTest {
    private static final String VESSELS = """
            vessel,call sign,quay
            Grey Heron,MHGH7,Lantern Quay
            Storm Petrel,MHSP2,Tallow Quay
            """;

    private static final Site SITE = new Site(
            Map.of("inbox", "/in", "works", "Marrowick"),
            Set.of("archive"),
            Locale.UK,
            ZoneOffset.UTC,
            Map.of("vessels", new LookupRef("ab", 1, List.of("vessel", "call sign", "quay"))));

    private static final String TEXT = """
            MOORING PERMIT                          Page 1

            Vessel:  Grey Heron        Permlt no:  MHP-2027-0031
            Valid
            from:    12 March 2027
            Fee:     £ 1,240.00        Paid: yes
            Berths:  North 2, North 3; South 1

            Item          Weight     Berth
            Anchor          1240     North 2
            Chain            310     North 3
            Buoy              75     South 1

            Remarks follow
            Ref A-17 and Ref A-18

            Cargo:   Anchors and chain
                     for the new buoys
            Master:                    Pilot
            """;

    private static final FileFacts FACTS = new FileFacts(
            "MHP0031_heron_12032027.txt",
            900,
            FileType.TEXT,
            Optional.of("/in/permits"),
            Instant.parse("2027-03-01T23:30:00Z"),
            new FileFacts.Circumstances(
                    "Berths/North",
                    Optional.of(Instant.parse("2027-02-20T08:00:00Z")),
                    "tess",
                    Set.of("urgent"),
                    Optional.of(Instant.parse("2027-03-05T08:00:00Z"))));

    @TempDir
    private Path temp;

    private Outcome plan(String when, String fields, String name) {
        String rule = """
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits" }
                %s
                do:
                  - find: permit
                    fields:
                %s
                  - name: "%s"
                  - file: { in: archive }
                """.formatted(when, fields.indent(6).stripTrailing(), name);
        RuleReadResult reading = RuleReader.read(rule, SITE);
        assertThat(reading).as(reading + "\n" + rule).isInstanceOf(RuleReadResult.Good.class);
        Candidate candidate = new Candidate(new RuleRef("permits", 1), ((RuleReadResult.Good) reading).rule());
        Lookup vessels = LookupReader.read(VESSELS).lookup();
        return Planner.plan(
                List.of(candidate),
                FACTS,
                SITE,
                neededBy -> read(),
                wanted -> wanted.equals("vessels") ? Optional.of(vessels) : Optional.empty());
    }

    private ReadResult read() {
        try {
            DocumentText text =
                    ((ReadResult.Read) PlainTextReader.read(Files.writeString(temp.resolve("text"), TEXT))).text();
            return new ReadResult.Read(new DocumentText(text.pages(), List.of(), Map.of("author", "Harbour Office")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Map<String, FieldValue> fields(Outcome outcome) {
        return outcome.steps().get(0).fields().stream().collect(Collectors.toMap(FieldValue::name, value -> value));
    }

    private static String reason(Outcome outcome) {
        return outcome.ending() instanceof Outcome.Ending.Failed failed
                ? failed.reason().words()
                : "no failure: " + outcome;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '~',
            value = {
                "{ right of: Vessel } ~ Grey Heron ~ right of the label",
                "{ right of: Permit no } ~ MHP-2027-0031 ~ right of the label, which reads \"Permlt no:\"",
                "{ right of: Valid from, as: date } ~ 2027-03-12 ~ right of the label, which reads \"Valid / from:\"",
                "{ column: Weight, take: all } ~ 1240; 310; 75 ~ in the column \"Weight\"",
                "{ column: Berth, take: last } ~ South 1 ~ in the column \"Berth\"",
                "{ column: Item, take: all, as: text } ~ Anchor; Chain; Buoy ~ in the column \"Item\"",
                "{ zone: { left: 0 %, top: 0 %, width: 60 %, height: 10 % } } ~ MOORING PERMIT ~ in the zone on page 1",
                "{ zone: { page: last, left: 70 %, top: 0 %, width: 30 %, height: 10 % } } ~ Page 1 ~ in the zone on the last page",
                "{ pattern: 'Ref (A-\\d+)', take: last } ~ A-18 ~ by pattern",
                "{ pattern: 'Ref (A-\\d+)', take: all } ~ A-17; A-18 ~ by pattern",
                "{ in file name: '^(MHP\\d+)_' } ~ MHP0031 ~ in the file name by ^(MHP\\d+)_",
                "{ folder level: 2 } ~ North ~ folder level 2",
                "{ property: Author } ~ Harbour Office ~ the document's property Author",
                "{ file time: modified, as: date } ~ 2027-02-20 ~ the day it was modified",
                "{ file time: arrived } ~ 2027-03-01 ~ the day it was arrived",
                "{ value: '{works} {file name | first 3}' } ~ Marrowick MHP ~ as \"{works} {file name | first 3}\"",
                "{ value: '{today | plus 2 weeks}', as: date } ~ 2027-03-19 ~ as \"{today | plus 2 weeks}\"",
                "{ value: '{sender}' } ~ tess ~ as \"{sender}\"",
                "{ right of: Fee, as: money } ~ 1240.00 GBP ~ right of the label",
                "{ right of: Fee, as: number } ~ 1240.00 ~ right of the label",
                "{ right of: Paid, as: yes/no } ~ yes ~ right of the label",
                "{ right of: Berths, as: list } ~ North 2; North 3; South 1 ~ right of the label",
                "{ right of: Vessel, as: choice, one of: [GREY HERON, Storm Petrel] } ~ GREY HERON ~ right of the label",
                "{ right of: Vessel, check in: vessels } ~ Grey Heron ~ right of the label",
                "{ right of: Cargo, lines: 3 } ~ Anchors and chain for the new buoys ~ right of the label",
                "{ right of: Cargo } ~ Anchors and chain ~ right of the label",
                "{ below: Item, lines: 9 } ~ Anchor Chain Buoy ~ below the label",
                "{ right of: Master } ~ Pilot ~ right of the label",
                "{ right of: Master, ends at: [Pilot, Mate], default: nobody } ~ nobody ~ the rule's default",
                "{ right of: Colour, default: none said } ~ none said ~ the rule's default"
            })
    void aFieldIsFound(String spec, String value, String method) {
        Outcome outcome = plan("", "vessel: " + spec, "x");
        FieldValue found = fields(outcome).get("vessel");
        assertThat(found).as(outcome.toString()).isNotNull();
        assertThat(found.value()).isEqualTo(value);
        assertThat(found.method()).isEqualTo(method);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '~',
            value = {
                "{ right of: Vessel, length: 3 to 5 } ~ Field \"x\" reads \"Grey Heron\", but it has 10 characters instead of 3 to 5.",
                "{ right of: Vessel, length: 4 } ~ Field \"x\" reads \"Grey Heron\", but it has 10 characters instead of 4.",
                "{ right of: Vessel, must fit: '[A-Z]+' } ~ Field \"x\" reads \"Grey Heron\", but it does not fit [A-Z]+.",
                "{ right of: Fee, as: number, at most: 1000 } ~ Field \"x\" reads \"1240.00\", but it is more than 1000.",
                "{ right of: Fee, as: money, at least: 2000.50 } ~ Field \"x\" reads \"1240.00 GBP\", but it is less than 2000.50.",
                "{ right of: Valid from, as: date, at least: 2027-04-01 } ~ Field \"x\" reads \"2027-03-12\", but it is less than 2027-04-01.",
                "{ right of: Vessel, one of: [Grey Heran, Lapwing] } ~ Field \"x\" reads \"Grey Heron\", but it is none of Grey Heran, Lapwing; nearest: Grey Heran.",
                "{ right of: Vessel, one of: [A], say: Ask the harbour master. } ~ Field \"x\" reads \"Grey Heron\", but it is none of A. Ask the harbour master.",
                "{ value: Storm Petrol, check in: { lookup: vessels, column: vessel } } ~ Field \"x\" reads \"Storm Petrol\", but it is not in lookup vessels; nearest: Storm Petrel.",
                "{ column: Berth, take: only } ~ Several values match field \"x\": North 2; North 3; South 1. The rule allows only one. Correct the document or the rule.",
                "{ right of: Colour, required: yes } ~ No \"x\" on page 1 (expected right of \"Colour\"); nothing similar was found. Check the document, or the labels in the rule.",
                "{ right of: Vessel, as: money, required: yes } ~ Field \"x\" on page 1 reads \"Grey Heron\", which is not a valid money. Correct the document or the rule.",
                "{ value: '{sender | plus 3 days}' } ~ The name uses a date format for sender, but \"tess\" is not a date. Read the field with \"as: date\", or remove the date format."
            })
    void aFieldThatIsWrongSaysWhy(String spec, String words) {
        assertThat(reason(plan("", "x: " + spec, "x"))).isEqualTo(words);
    }

    @Test
    void aFieldIsCompletedByALookupOfOneFoundBefore() {
        Outcome outcome = plan("", """
                vessel: { right of: Vessel, check in: vessels }
                call sign: { look up: { in: vessels, by: vessel, give: call sign } }
                quay: { look up: { in: vessels, by: call sign, give: quay } }
                """, "{call sign} {quay}");
        assertThat(fields(outcome).get("call sign").value()).isEqualTo("MHGH7");
        assertThat(fields(outcome).get("quay").value()).isEqualTo("Lantern Quay");
        assertThat(place(outcome)).isEqualTo("MHGH7 Lantern Quay.txt");
    }

    @Test
    void aMisspeltValueIsTakenForTheNearestOfALookupAndSaysSo() {
        Outcome outcome = plan(
                "",
                "vessel: { value: grey herom, check in: { lookup: vessels, column: vessel, take nearest: yes } }",
                "{vessel}");
        assertThat(fields(outcome).get("vessel").value()).isEqualTo("Grey Heron");
        assertThat(fields(outcome).get("vessel").method()).endsWith("taken for the nearest of lookup vessels");
    }

    @Test
    void anAlmostRightLabelMakesAValueLessSure() {
        Outcome outcome = plan("", "permit: { right of: Permit no }\nvessel: { right of: Vessel }", "x");
        assertThat(fields(outcome).get("permit").confidence()).isBetween(0.8, 0.95);
        assertThat(fields(outcome).get("vessel").confidence()).isEqualTo(1.0);
    }

    private static String place(Outcome outcome) {
        assertThat(outcome.ending()).as(outcome.toString()).isInstanceOf(Outcome.Ending.Planned.class);
        Filing filing = outcome.effects(Filing.class).get(0);
        return ((Filing.Target.Place) filing.target(Locale.UK)).shown();
    }

    @Test
    void partsOfTheNameAndTheFolderAreSlots() {
        String when = "when: { name like: '{permit}_{vessel}_{day}.txt', folder like: '{kind}/{side}' }";
        assertThat(place(plan(
                        when,
                        "x: { value: '{vessel | title}' }",
                        "{side} {x} {permit} {day | read date ddMMyyyy | date d MMM}")))
                .isEqualTo("North Heron MHP0031 12 Mar.txt");
        String groups = "when: { name matches: '^(?<permit>MHP\\d+)' }";
        assertThat(place(
                        plan(groups, "x: { value: '{permit}' }", "{x} {folder 1} {hot folder} {modified | date yyyy}")))
                .isEqualTo("MHP0031 Berths permits 2027.txt");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '~',
            value = {
                "size at most: 1 kB ~ true ~ 900 B",
                "size at least: 2 kB ~ false ~ 900 B",
                "age at least: 2 days ~ true ~ 9 days",
                "age at most: 1h ~ false ~ 9 days",
                "pages at most: 3 ~ true ~ 1 page",
                "pages at least: 2 ~ false ~ 1 page",
                "folder like: 'Berths/*' ~ true ~ Berths/North",
                "folder like: 'Quays/*' ~ false ~ Berths/North",
                "property: { name: author, contains: harbour } ~ true ~ \"Harbour Office\"",
                "property: { name: title, matches: 'P.*' } ~ false ~ it has only author",
                "arrived between: 22:00 and 06:00 ~ true ~ 23:30",
                "arrived between: 8:00 and 17:30 ~ false ~ 23:30",
                "arrived on: [monday, friday] ~ true ~ monday",
                "arrived on: sunday ~ false ~ monday",
                "sender is: [anna, 'te*'] ~ true ~ tess",
                "sender is: anna ~ false ~ tess",
                "tagged: [urgent, late] ~ true ~ urgent",
                "tagged: late ~ false ~ urgent"
            })
    void aConditionSaysWhetherItHeldAndWhatItSaw(String condition, boolean held, String saw) {
        Outcome outcome = plan("when: { " + condition + " }", "x: { value: x }", "x");
        RuleEvaluation considered = outcome.considered().get(0);
        assertThat(considered.takes()).isEqualTo(held);
        assertThat(considered.conditions().get(0).saw()).isEqualTo(saw);
    }

    @Test
    void aLaterNameBuildsOnTheOneBefore() {
        String rule = """
                lectomen: 1
                rule: r
                from: { folder: "{inbox}/permits" }
                do:
                  - name: "{file name | before '_'}"
                  - name: "{name} (checked)"
                  - name: "{filed under 2} {name | upper}"
                  - file: { in: archive, under: "Permits/{folder 2}" }
                """;
        RuleReadResult.Good good = (RuleReadResult.Good) RuleReader.read(rule, SITE);
        Candidate candidate = new Candidate(new RuleRef("r", 1), good.rule());
        Outcome outcome = Planner.plan(List.of(candidate), FACTS, SITE, neededBy -> read(), name -> Optional.empty());
        assertThat(place(outcome)).isEqualTo("Permits/North/North MHP0031 (CHECKED).txt");
    }
}
