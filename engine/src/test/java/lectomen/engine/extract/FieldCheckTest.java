package lectomen.engine.extract;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.LookupReader;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Values as people enter them, checked as if they had been found. */
class FieldCheckTest {
    private static final Site SITE = new Site(
            Map.of("inbox", "/in"),
            Set.of("archive"),
            Locale.UK,
            ZoneId.of("UTC"),
            Map.of("vessels", new LookupRef("0".repeat(64), 1, List.of("vessel"))));

    private static final Lookups LOOKUPS = name -> Optional.of(
            LookupReader.read("vessel\nGrey Heron\nGrey Seal\nCurlew\n").lookup());

    private static RuleDocument rule() {
        RuleReadResult reading = RuleReader.read("""
                lectomen: 1
                rule: berths
                from: { folder: "{inbox}/berths" }
                do:
                  - find: inspection
                    fields:
                      report: { pattern: 'BI-\\d{4}', required: yes }
                      labelled: { pattern: 'No (\\d+)' }
                      day: { as: date, right of: Day }
                      british day: { as: date, form: dd/MM/yyyy, right of: On }
                      depth: { as: number, right of: Depth, at most: 20 }
                      quay: { right of: Quay, one of: [Tarr Quay, Deepwater Quay] }
                      depths: { column: Depth, as: number, at most: 20, take: all }
                      vessel: { right of: Vessel, check in: { lookup: vessels, column: vessel } }
                  - file: { in: archive }
                """, SITE);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return ((RuleReadResult.Good) reading).rule();
    }

    private static FieldCheck.Result check(String field, String entered) {
        return FieldCheck.check(rule().findField(field).orElseThrow(), entered, LOOKUPS, Locale.UK);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "report      | BI-0314        | BI-0314",
                "report      | '  BI-0314 '   | BI-0314",
                "labelled    | 17             | 17",
                "day         | 7 March 2027   | 2027-03-07",
                "british day | 07/03/2027     | 2027-03-07",
                "depth       | 8.4 m          | 8.4",
                "quay        | tarr quay      | Tarr Quay",
                "vessel      | grey heron     | Grey Heron",
                "depth       | ''             | ''",
                "depths      | '8.4 m; 7;'    | 8.4; 7",
            })
    void isTakenInTheSpellingOfItsType(String field, String entered, String value) {
        FieldCheck.Result result = check(field, entered);
        assertThat(result.problem()).as(result.toString()).isEmpty();
        assertThat(result.value()).isEqualTo(value);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "report      | ''             | it is required",
                "report      | BI-03l4        | it does not fit BI-\\d{4}",
                "day         | soon           | it is no date",
                "british day | someday        | it is no date in the form dd/MM/yyyy",
                "depth       | 28.4           | it is more than 20",
                "depths      | 8.4; 28        | \"28\": it is more than 20",
                "depths      | deep; 7        | \"deep\": it is no number",
                "quay        | Oyster Quay    | it is none of Tarr Quay, Deepwater Quay; nearest:",
                "vessel      | Gray Heron     | it is not in lookup vessels; nearest: Grey Heron",
            })
    void isRefusedWithWhatIsWrong(String field, String entered, String problem) {
        FieldCheck.Result result = check(field, entered);
        assertThat(result.isGood()).isFalse();
        assertThat(result.problem().orElseThrow()).startsWith(problem);
    }

    @Test
    void knownValuesAreProposedThoseThatBeginLikeItFirst() {
        assertThat(check("vessel", "grey s").proposals()).first().isEqualTo("Grey Seal");
        assertThat(check("vessel", "").proposals()).containsExactly("Grey Heron", "Grey Seal", "Curlew");
        assertThat(check("quay", "Deepwatr Quay").proposals()).first().isEqualTo("Deepwater Quay");
        assertThat(check("depth", "x").proposals()).isEmpty();
    }
}
