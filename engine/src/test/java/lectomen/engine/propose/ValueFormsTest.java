package lectomen.engine.propose;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import lectomen.engine.extract.FieldType;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueFormsTest {
    private static List<String> values(String joined) {
        return List.of(joined.split(";"));
    }

    @ParameterizedTest
    @CsvSource({
        "3 May 2027;12/04/2027, DATE",
        "3 May 2027;soon, TEXT",
        "'£1,240.00;£ 96.00', MONEY",
        "12.5 t;8.0 t, NUMBER",
        "0031;0044, TEXT",
        "MHP-2027-0031, TEXT",
        "Grey Heron, TEXT"
    })
    void theTypeIsWhatAllValuesAre(String joined, FieldType type) {
        assertThat(ValueForms.type(values(joined), Locale.UK)).isEqualTo(type);
    }

    @ParameterizedTest
    @CsvSource({
        "MHP-2027-0031, 'MHP-\\d{4}-\\d{4}'",
        "T-0001, 'T-\\d{4}'",
        "T-0001;B-0002, '[A-Z]-\\d{4}'",
        "NM 147;NM 9, 'NM \\d{1,3}'",
        "00417;12345, '\\b\\d{5}\\b'",
        "Q/2027.3, 'Q/\\d{4}\\.\\d'",
        "ZR-651Z, 'ZR-\\d{3}[A-Z]'",
        "ZR-651Z;DX-899Z, '[A-Z]{2}-\\d{3}Z'"
    })
    void codesHaveAPatternThatFitsThem(String joined, String pattern) {
        assertThat(ValueForms.pattern(values(joined)).map(Pattern::pattern)).contains(pattern);
        assertThat(values(joined)).allMatch(value -> value.matches(pattern));
    }

    @ParameterizedTest
    @CsvSource({"Grey Heron", "berth 14", "A1", "MHP-2027-0031;2027/0031", "HERON"})
    void otherTextsHaveNone(String joined) {
        assertThat(ValueForms.pattern(values(joined))).isEmpty();
    }
}
