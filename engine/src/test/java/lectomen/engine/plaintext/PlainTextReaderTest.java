package lectomen.engine.plaintext;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlainTextReaderTest {
    @TempDir
    private Path temp;

    private DocumentText read(byte[] bytes) throws IOException {
        return ((ReadResult.Read) PlainTextReader.read(Files.write(temp.resolve("text"), bytes))).text();
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "windows-1252", "UTF-16", "UTF-16LE", "UTF-16BE"})
    void anyUsualEncodingIsRead(String charset) throws IOException {
        String mark = charset.startsWith("UTF-16") && charset.length() > 6 ? "\ufeff" : "";
        DocumentText text = read((mark + "Fiskø Light – 4 m").getBytes(Charset.forName(charset)));
        assertThat(text.text()).isEqualTo("Fiskø Light – 4 m");
    }

    @Test
    void aMarkBeforeUtf8IsNoText() throws IOException {
        assertThat(read("\ufeffTIDE".getBytes(StandardCharsets.UTF_8)).text()).isEqualTo("TIDE");
    }

    @Test
    void aFormFeedStartsAPageAndOneAtTheEndDoesNot() throws IOException {
        DocumentText text = read("one\f\ntwo\n\f".getBytes(StandardCharsets.UTF_8));
        assertThat(text.pages()).extracting(Page::number).containsExactly(1, 2);
        assertThat(text.pages().get(1).text()).isEqualTo("two");
    }

    @Test
    void columnsAreLinesOfTheirOwnInOneRow() throws IOException {
        Page page = read("Station\tOuter Mole    low\nnext\n".getBytes(StandardCharsets.UTF_8))
                .pages()
                .get(0);
        assertThat(page.lines()).extracting(line -> line.text()).containsExactly("Station Outer Mole", "low", "next");
        assertThat(page.rows()).hasSize(2);
        assertThat(page.lines().get(0).words().get(1).box().left()).isEqualTo(8);
    }

    @Test
    void anEmptyFileIsOneBlankPage() throws IOException {
        DocumentText text = read(new byte[0]);
        assertThat(text.pages()).hasSize(1);
        assertThat(text.isBlank()).isTrue();
    }
}
