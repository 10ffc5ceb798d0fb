package lectomen.engine.flow;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumeralTest {
    @ParameterizedTest
    @CsvSource({
        "DECIMAL,12,12",
        "TWO_DIGITS,7,07",
        "TWO_DIGITS,17,17",
        "ROMAN,1994,MCMXCIV",
        "ROMAN_SMALL,4,iv",
        "ROMAN,4000,4000",
        "LETTER,26,Z",
        "LETTER,27,AA",
        "LETTER_SMALL,54,bbb",
        "ORDINAL,1,1st",
        "ORDINAL,12,12th",
        "ORDINAL,22,22nd",
        "SYMBOL,5,**",
        "NONE,3,''"
    })
    void aNumberIsWrittenAsItsKindAsks(Numeral numeral, int number, String written) {
        assertThat(numeral.of(number)).isEqualTo(written);
    }
}
