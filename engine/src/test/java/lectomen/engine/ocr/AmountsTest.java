package lectomen.engine.ocr;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AmountsTest {
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
        assertThat(Amounts.mended(read)).isEqualTo(mended);
    }
}
