package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import lectomen.engine.page.Box;
import lectomen.engine.page.Word;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LookAlikesTest {
    private static final Box ANYWHERE = new Box(10, 10, 40, 10);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "£9.583.32 | £9,583.32",
                "€1.234.567.00. | €1,234,567.00.",
                "£9,583.32 | £9,583.32",
                "£9.583 | £9.583",
                "9.583.32 | 9.583.32",
                "31.12.27 | 31.12.27"
            })
    void dotsThatMustBeCommasBecomeThem(String read, String mended) {
        assertThat(LookAlikes.mended(read)).isEqualTo(mended);
    }

    @ParameterizedTest
    @CsvSource({
        "ll, II",
        "lll., III.",
        "Vll, VII",
        "XlV, XIV",
        "lvo, Ivo",
        "lngrid, Ingrid",
        "lnspection:, Inspection:",
        "l, l",
        "lbs, lbs",
        "ltd, ltd",
        "llano, llano",
        "ljus, ljus",
        "lyre, lyre",
        "XL, XL",
        "all, all"
    })
    void capitalsThatLookLikeSmallLetters(String read, String mended) {
        assertThat(LookAlikes.mended(read)).isEqualTo(mended);
    }

    @ParameterizedTest
    @CsvSource({"zinc, 0.14, 'Anode,'", "zinc, 0.05, 'Anode.'", "Zinc, 0.14, 'Anode.'", "12, 0.14, 'Anode.'"})
    void doubtfulDotBeforeSmallLettersIsAComma(String next, double comma, String read) {
        Word.Doubts doubts = new Word.Doubts(List.of(), List.of(new Word.Other("Anode,", comma)));
        List<Word> settled =
                LookAlikes.settled(List.of(new Word("Anode.", ANYWHERE, 0.8, doubts), Word.certain(next, ANYWHERE)));
        assertThat(settled.get(0).text()).isEqualTo(read);
        assertThat(settled.get(1).text()).isEqualTo(next);
    }
}
