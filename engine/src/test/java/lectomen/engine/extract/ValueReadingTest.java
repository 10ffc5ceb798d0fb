package lectomen.engine.extract;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Dates and numbers as people write them. */
class ValueReadingTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12 March 2027            | en-GB | 2027-03-12",
                "12th March 2027          | en-GB | 2027-03-12",
                "Friday, 12 Mar. 2027     | en-GB | 2027-03-12",
                "March 12, 2027           | en-GB | 2027-03-12",
                "2027-03-12               | en-GB | 2027-03-12",
                "2027/3/2                 | en-GB | 2027-03-02",
                "01/04/2027               | en-GB | 2027-04-01",
                "01/04/2027               | en-US | 2027-01-04",
                "1.4.27                   | de-DE | 2027-04-01",
                "12. März 2027            | de-DE | 2027-03-12",
                "12 mars 2027             | fr-FR | 2027-03-12",
                "12 March 2027            | fr-FR | 2027-03-12",
                "from 3 May 2027 onwards  | en-GB | 2027-05-03",
                "01-04-99                 | en-GB | 1999-04-01",
                "31 February 2027         | en-GB | ",
                "12 Marble 2027           | en-GB | ",
                "no date                  | en-GB | ",
                "123456/7/8               | en-GB | "
            })
    void datesAreRead(String text, String locale, String expected) {
        assertThat(FieldType.DATE.read(text, "", Locale.forLanguageTag(locale)).orElse(null))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12/03/2027 | dd/MM/yyyy  | 2027-03-12",
                "03/12/2027 | MM/dd/yyyy  | 2027-03-12",
                "12 MAR 27  | dd MMM yy   | 2027-03-12",
                "2027-03-12 | dd/MM/yyyy  | ",
                "30/02/2027 | dd/MM/yyyy  | "
            })
    void aGivenFormIsTheOnlyOne(String text, String form, String expected) {
        assertThat(FieldType.DATE.read(text, form, Locale.UK).orElse(null)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "184.50         | en-GB | 184.50",
                "1,240.00       | en-GB | 1240.00",
                "1.240,00       | de-DE | 1240.00",
                "1.240,00       | en-GB | 1240.00",
                "1.240          | de-DE | 1240",
                "1,240          | en-GB | 1240",
                "1.240          | en-GB | 1.240",
                "4,82 m         | en-GB | 4.82",
                "12 500         | en-GB | 12500",
                "12'500.25      | en-GB | 12500.25",
                "-3             | en-GB | -3",
                "EUR 99         | en-GB | 99",
                "1,234,567      | de-DE | 1234567",
                "£9.583.32      | en-GB | 9583.32",
                "1.234.567      | en-GB | 1234567",
                "none           | en-GB | "
            })
    void numbersAreRead(String text, String locale, String expected) {
        assertThat(FieldType.NUMBER
                        .read(text, "", Locale.forLanguageTag(locale))
                        .orElse(null))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({"dd/MM/yyyy,true", "d MMMM yyyy,true", "'',false", "foo,false", "HH:mm,false"})
    void formsAreCheckedWhenWritten(String form, boolean good) {
        assertThat(FieldType.findFormProblem(form, Locale.UK).isEmpty()).isEqualTo(good);
    }
}
