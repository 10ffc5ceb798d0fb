package lectomen.engine.lookup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LookupReaderTest {
    private static final String VESSELS = """
            vessel,call sign,owner
            Grey Heron,MHGH7,"Quill, Tess and Sons"
            Storm Petrel,MHSP2,Harbour Works
            """;

    private static LookupReader.Reading read(String csv) {
        return LookupReader.read(csv);
    }

    @Test
    void aRowIsFoundByAnyColumnWhateverItsCaseAndBlanks() {
        Lookup vessels = read(VESSELS).lookup();
        assertThat(vessels.columns()).containsExactly("vessel", "call sign", "owner");
        assertThat(vessels.find("vessel", " grey  HERON ", "call sign")).contains("MHGH7");
        assertThat(vessels.find("call sign", "mhsp2", "vessel")).contains("Storm Petrel");
        assertThat(vessels.find("vessel", "GREY HERON")).contains("Grey Heron");
        assertThat(vessels.find("vessel", "Lapwing", "owner")).isEmpty();
        assertThat(vessels.find("vessel", "Grey Heron", "owner")).contains("Quill, Tess and Sons");
        assertThat(vessels.find("nothing", "Grey Heron", "owner")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a;b\\n1;2,5",
                "a\\tb\\n1\\t2,5",
                "\uFEFFa;b\\n1;2,5",
                "a;b\\r\\n1;2,5\\r\\n",
                "a;b\\n\\n1;2,5\\n\\n"
            })
    void semicolonsTabsMarksAndEmptyLinesAreTaken(String csv) {
        String text = csv.replace("\\n", "\n").replace("\\t", "\t").replace("\\r", "\r");
        LookupReader.Reading reading = read(text);
        assertThat(reading.problems()).isEmpty();
        assertThat(reading.lookup().find("a", "1", "b")).contains("2,5");
    }

    @Test
    void theFirstOfSeveralRowsCounts() {
        assertThat(read("a,b\n1,x\n1,y\n").lookup().find("a", "1", "b")).contains("x");
    }

    @Test
    void badRowsAreNamedByTheirLines() {
        assertThat(read("a,b\n1,2\n3\n4,5,6\n\"7\n8\",9\n10\n").problems())
                .containsExactly(
                        "line 3 has 1 value, and there are 2 columns",
                        "line 4 has 3 values, and there are 2 columns",
                        "line 7 has 1 value, and there are 2 columns");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''|the file is empty; its first row names the columns",
                "a,b,a|line 1 names the column \"a\" twice",
                "a,,b|line 1 has a column without a name"
            })
    void aTableWithoutProperColumnsIsRefused(String csv, String problem) {
        assertThat(read(csv).problems()).containsExactly(problem);
    }

    @Test
    void aQuoteThatIsNotClosedIsSaid() {
        assertThat(read("a,b\n1,\"2\n").problems()).singleElement().asString().startsWith("no CSV: ");
    }
}
