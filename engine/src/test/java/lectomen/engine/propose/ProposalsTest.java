package lectomen.engine.propose;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.extract.FieldFinder;
import lectomen.engine.extract.FieldResult;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.facts.Site;
import lectomen.engine.ocr.print.Seeds;
import lectomen.engine.page.Box;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.step.find.FindStep;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProposalsTest {
    private static final int LAYOUTS = 10;
    private static final Site SITE =
            new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC, Map.of());

    private static Random chance(Sheets.Kind kind, int layout) {
        return Seeds.random(kind.ordinal() * 1_000L + layout);
    }

    /** The field is pointed at in two layouts; the first proposal then reads the other eight, and one without the value. */
    @ParameterizedTest
    @CsvSource({
        "PERMIT, Permit no.",
        "PERMIT, Vessel",
        "PERMIT, Valid from",
        "PERMIT, Inspector",
        "PERMIT, Fee",
        "NOTICE, Notice no.",
        "NOTICE, Area",
        "NOTICE, Issued",
        "NOTICE, Pilot",
        "WEIGHTS, Ticket",
        "WEIGHTS, Lot",
        "WEIGHTS, Total",
        "CERTIFICATE, Certificate number",
        "CERTIFICATE, Expires",
        "CERTIFICATE, Tested by",
        "CERTIFICATE, Safe load",
        "LETTER, Our sign",
        "LETTER, Subject",
        "LETTER, Written by",
        "MEMO, Our reference",
        "MEMO, To",
        "MEMO, Meeting of"
    })
    void theFirstProposalHoldsOnLayoutsThatItNeverSaw(Sheets.Kind kind, String field) {
        List<Sample> samples = new ArrayList<>();
        for (int layout = 0; layout < 2; layout++) {
            samples.add(Sheets.of(kind, chance(kind, layout), "").pointedAt(field));
        }
        Proposals.Inferred inferred = Proposals.of(samples, List.of(), Locale.UK);
        Proposal first = inferred.proposals().get(0);
        List<String> wrong = new ArrayList<>();
        for (int layout = 2; layout < LAYOUTS; layout++) {
            Sheets.Sheet sheet = Sheets.of(kind, chance(kind, layout), "");
            String wanted = sheet.values().get(field);
            Optional<String> found = raw(first.field(), sheet);
            if (found.filter(raw -> isSame(raw, wanted, first)).isEmpty()) {
                wrong.add(wanted + " <> " + found);
            }
        }
        assertThat(first.holds()).isTrue();
        inferred.proposals().forEach(ProposalsTest::assertReads);
        assertThat(wrong).as(first.wording()).hasSizeLessThanOrEqualTo(1);
        Sheets.Sheet without = Sheets.of(kind, chance(kind, LAYOUTS), field);
        assertThat(raw(first.field(), without)).as(first.wording()).isEmpty();
    }

    /** What is proposed can be written into a rule, and there means the same. */
    private static void assertReads(Proposal proposal) {
        String rule = """
                lectomen: 1
                rule: papers
                from: { folder: "{inbox}/papers" }
                do:
                  - find: paper
                    fields:
                      value: %s
                  - name: "{value}"
                  - file: { in: archive }
                """.formatted(proposal.wording());
        RuleReadResult reading = RuleReader.read(rule, SITE);
        assertThat(reading).as(reading + rule).isInstanceOf(RuleReadResult.Good.class);
        FieldSpec read = ((RuleReadResult.Good) reading)
                .rule().steps().stream()
                        .flatMap(step -> step instanceof FindStep find ? find.fields().stream() : Stream.empty())
                        .findFirst()
                        .orElseThrow();
        assertThat(read.extractors()).containsExactlyElementsOf(proposal.field().extractors());
        assertThat(read.type()).isEqualTo(proposal.field().type());
        assertThat(read.pattern().map(Pattern::pattern))
                .isEqualTo(proposal.field().pattern().map(Pattern::pattern));
    }

    private static boolean isSame(String raw, String wanted, Proposal proposal) {
        return raw.equals(wanted)
                || proposal.field()
                        .type()
                        .read(raw, "", Locale.UK)
                        .equals(proposal.field().type().read(wanted, "", Locale.UK));
    }

    private static Optional<String> raw(FieldSpec field, Sheets.Sheet sheet) {
        return FieldFinder.find(List.of(field), field, sheet.text(), Locale.UK) instanceof FieldResult.Found found
                ? Optional.of(found.value().raw())
                : Optional.empty();
    }

    private static Proposals.Inferred inferred(Sheets.Kind kind, String field, int pointed, int open) {
        List<Sample> samples = new ArrayList<>();
        for (int layout = 0; layout < pointed + open; layout++) {
            Sheets.Sheet sheet = Sheets.of(kind, chance(kind, layout), "");
            samples.add(layout < pointed ? sheet.pointedAt(field) : new Sample(sheet.text(), new Sample.Mark.Open()));
        }
        return Proposals.of(samples, List.of(), Locale.UK);
    }

    @Test
    void eachProposalSaysWhatItGivesOnEverySample() {
        Proposals.Inferred inferred = inferred(Sheets.Kind.PERMIT, "Permit no.", 1, 3);
        assertThat(inferred.name()).isEqualTo("permit no");
        assertThat(inferred.proposals()).hasSizeGreaterThanOrEqualTo(3);
        Proposal first = inferred.proposals().get(0);
        assertThat(first.wording()).isEqualTo("{ pattern: 'MHP-\\d{4}-\\d{4}', right of: Permit no }");
        assertThat(first.values()).hasSize(4).allSatisfy(value -> assertThat(value)
                .isPresent());
        assertThat(inferred.next()).isEmpty();
    }

    @Test
    void moreSamplesMakeItSurer() {
        double one = inferred(Sheets.Kind.LETTER, "Subject", 1, 0).sure();
        double two = inferred(Sheets.Kind.LETTER, "Subject", 2, 0).sure();
        double three = inferred(Sheets.Kind.LETTER, "Subject", 3, 0).sure();
        assertThat(one).isLessThan(two);
        assertThat(two).isLessThan(three);
    }

    @Test
    void theSampleWhereTheBestWayFindsNothingWouldHelpMost() {
        List<Sample> samples = new ArrayList<>();
        samples.add(
                Sheets.of(Sheets.Kind.NOTICE, chance(Sheets.Kind.NOTICE, 0), "").pointedAt("Issued"));
        for (int layout = 1; layout < 4; layout++) {
            Sheets.Sheet sheet =
                    Sheets.of(Sheets.Kind.NOTICE, chance(Sheets.Kind.NOTICE, layout), layout == 2 ? "Issued" : "");
            samples.add(new Sample(sheet.text(), new Sample.Mark.Open()));
        }
        assertThat(Proposals.of(samples, List.of(), Locale.UK).next()).hasValue(2);
    }

    @Test
    void aSampleWithoutTheValueRulesOutWhatFindsOneThere() {
        Sheets.Sheet with = Sheets.of(Sheets.Kind.PERMIT, chance(Sheets.Kind.PERMIT, 0), "");
        Sheets.Sheet without = Sheets.of(Sheets.Kind.PERMIT, chance(Sheets.Kind.PERMIT, 1), "Vessel");
        List<Sample> samples = List.of(with.pointedAt("Vessel"), new Sample(without.text(), new Sample.Mark.Absent()));
        Proposal first = Proposals.of(samples, List.of(), Locale.UK).proposals().get(0);
        assertThat(first.right()).isEqualTo(2);
        assertThat(first.values().get(1)).isEmpty();
    }

    @Test
    void withoutAnyPointNothingIsProposed() {
        Sheets.Sheet sheet = Sheets.of(Sheets.Kind.MEMO, chance(Sheets.Kind.MEMO, 0), "");
        List<Sample> samples = List.of(
                new Sample(sheet.text(), new Sample.Mark.Open()),
                new Sample(sheet.text(), new Sample.Mark.At(1, new Box(1, 1, 2, 2))),
                new Sample(sheet.text(), new Sample.Mark.At(7, new Box(1, 1, 500, 500))));
        assertThat(Proposals.of(samples, List.of(), Locale.UK).proposals()).isEmpty();
    }
}
