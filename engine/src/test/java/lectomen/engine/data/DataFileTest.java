package lectomen.engine.data;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DataFileTest {
    private static final String NOTICE = """
            <?xml version="1.0" encoding="%s"?>
            <notice kind="urgent">
              <number>NM-2027-014</number>
              <vessel>Grey Heron</vessel>
              <vessel>Møwe</vessel>
            </notice>
            """;

    private static final String JSON = """
            {"notice": {"number": "NM-2027-014", "vessels": ["Grey Heron", "Møwe"], "depth": 4.20, "urgent": true, "a/b": 1}}
            """;

    private static final String CSV = "file,vessel,berth\na.pdf,Grey Heron,Q7\nb.pdf,Møwe,Q3\nc.pdf,Grey Heron,Q1\n";

    private static DataFile.Answer ask(byte[] bytes, DataFormat form, String expression, Map<String, String> prefixes) {
        DataFile.Reading reading = DataFile.read(bytes, form, prefixes);
        assertThat(reading).isInstanceOf(DataFile.Reading.Good.class);
        return ((DataFile.Reading.Good) reading).file().ask(expression);
    }

    private static List<String> values(DataFile.Answer answer) {
        assertThat(answer).isInstanceOf(DataFile.Answer.Hits.class);
        return ((DataFile.Answer.Hits) answer)
                .hits().stream().map(DataValue::value).toList();
    }

    private static List<String> values(String text, DataFormat form, String expression) {
        return values(ask(text.getBytes(StandardCharsets.UTF_8), form, expression, Map.of()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            XML~/notice/number~NM-2027-014
            XML~//vessel~Grey Heron; Møwe
            XML~/notice/@kind~urgent
            XML~//vessel[2]~Møwe
            XML~count(//vessel)~2
            XML~concat(//number, ' ', //vessel[1])~NM-2027-014 Grey Heron
            XML~//nothing~''
            JSON~/notice/number~NM-2027-014
            JSON~/notice/vessels~Grey Heron; Møwe
            JSON~/notice/vessels/1~Møwe
            JSON~/notice/depth~4.20
            JSON~/notice/urgent~true
            JSON~/notice/a~1b~1
            JSON~/notice/nothing~''
            CSV~vessel~Grey Heron; Møwe; Grey Heron
            CSV~berth where file = b.pdf~Q3
            CSV~berth where vessel = Grey Heron~Q7; Q1
            CSV~berth where file = x.pdf~''
            """)
    void anExpressionGivesItsValues(String form, String expression, String expected) {
        DataFormat of = DataFormat.valueOf(form);
        String text =
                switch (of) {
                    case XML -> NOTICE.formatted("UTF-8");
                    case JSON -> JSON;
                    case CSV -> CSV;
                };
        String escaped = expression.equals("/notice/a") ? "/notice/a~1b" : expression;
        String wanted = expression.equals("/notice/a") ? "1" : expected;
        assertThat(String.join("; ", values(text, of, escaped))).isEqualTo(wanted);
    }

    @Test
    void everyHitSaysWhereItStands() {
        DataFile.Answer xml =
                ask(NOTICE.formatted("UTF-8").getBytes(StandardCharsets.UTF_8), DataFormat.XML, "//vessel", Map.of());
        assertThat(((DataFile.Answer.Hits) xml).hits())
                .extracting(DataValue::where)
                .containsExactly("/notice[1]/vessel[1]", "/notice[1]/vessel[2]");
        DataFile.Answer csv =
                ask(CSV.getBytes(StandardCharsets.UTF_8), DataFormat.CSV, "berth where file = b.pdf", Map.of());
        assertThat(((DataFile.Answer.Hits) csv).hits())
                .extracting(DataValue::where)
                .containsExactly("row 3, column berth");
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "ISO-8859-1", "UTF-16", "windows-1252"})
    void xmlIsReadInItsOwnEncoding(String encoding) {
        byte[] bytes = NOTICE.formatted(encoding).getBytes(Charset.forName(encoding));
        assertThat(values(ask(bytes, DataFormat.XML, "//vessel[2]", Map.of()))).containsExactly("Møwe");
    }

    @Test
    void csvThatIsNoUtf8IsReadAsAnOldSpreadsheetWroteIt() {
        byte[] bytes = CSV.getBytes(Charset.forName("windows-1252"));
        assertThat(values(ask(bytes, DataFormat.CSV, "vessel where file = b.pdf", Map.of())))
                .containsExactly("Møwe");
    }

    @Test
    void namesInANamespaceAreFoundByAGivenPrefixByTheFilesOwnAndByTheBareName() {
        byte[] bytes =
                "<n:notice xmlns:n='urn:mh:notice'><n:number>7</n:number></n:notice>".getBytes(StandardCharsets.UTF_8);
        assertThat(values(ask(bytes, DataFormat.XML, "/n:notice/n:number", Map.of())))
                .containsExactly("7");
        assertThat(values(ask(bytes, DataFormat.XML, "//x:number", Map.of("x", "urn:mh:notice"))))
                .containsExactly("7");
        byte[] unprefixed =
                "<notice xmlns='urn:mh:notice'><number>7</number></notice>".getBytes(StandardCharsets.UTF_8);
        assertThat(values(ask(unprefixed, DataFormat.XML, "/notice/number", Map.of())))
                .containsExactly("7");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            XML~//vessel[~no XPath
            JSON~notice~starts with a slash
            CSV~ship~there are file, vessel, berth
            CSV~berth where ship = x~unknown column "ship"
            """)
    void anExpressionThatCanNotBeAskedSaysWhy(String form, String expression, String expected) {
        DataFormat of = DataFormat.valueOf(form);
        String text = of == DataFormat.XML ? NOTICE.formatted("UTF-8") : of == DataFormat.JSON ? JSON : CSV;
        DataFile.Answer answer = ask(text.getBytes(StandardCharsets.UTF_8), of, expression, Map.of());
        assertThat(((DataFile.Answer.Wrong) answer).reason().words()).contains(expected);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            XML~<notice><number>~line 1
            XML~''~line
            JSON~{"a": }~line 1, column
            JSON~''~it is empty
            CSV~''~the file is empty
            """)
    void invalidDataIsReportedWithItsPlace(String form, String text, String expected) {
        DataFile.Reading reading =
                DataFile.read(text.getBytes(StandardCharsets.UTF_8), DataFormat.valueOf(form), Map.of());
        assertThat(((DataFile.Reading.Bad) reading).reason().words()).contains(expected);
    }

    @Test
    void xmlReachesNoFile(@TempDir Path folder) throws IOException {
        Path secret = Files.writeString(folder.resolve("secret.txt"), "the harbour's secret");
        String xml = "<!DOCTYPE n [<!ENTITY x SYSTEM \"" + secret.toUri() + "\">]><n>&x;</n>";
        DataFile.Reading reading = DataFile.read(xml.getBytes(StandardCharsets.UTF_8), DataFormat.XML, Map.of());
        assertThat(((DataFile.Reading.Bad) reading).reason().words())
                .contains("document type")
                .doesNotContain("harbour's secret");
    }
}
