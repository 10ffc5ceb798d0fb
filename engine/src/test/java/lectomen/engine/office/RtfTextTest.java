package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** No text of a file in Rich Text Format is dropped in silence. */
class RtfTextTest {
    @TempDir
    private Path folder;

    private ReadResult read(String file) throws IOException {
        Path written = Files.write(folder.resolve("note.rtf"), file.getBytes(StandardCharsets.ISO_8859_1));
        return DocumentReader.usual().read(written, FileType.RTF, "a test", Progress.Listener.NONE);
    }

    private String text(String file) throws IOException {
        return ((ReadResult.Read) read(file)).text().pages().get(0).text();
    }

    @ParameterizedTest
    @CsvSource({
        "'{\\rtf1 North {\\*\\secret West }Quay}', North Quay",
        "'{\\rtf1 North \\*\\b West Quay}', North West Quay",
        "'{\\rtf1 {North \\*\\unknown West} Quay}', North West Quay"
    })
    void aStarLeavesAGroupOutOnlyAtItsStart(String file, String text) throws IOException {
        assertThat(text(file)).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource({
        "'{\\rtf1\\uc1 a\\u-10187?\\u-9138?b}', a\uD835\uDC4Eb",
        "'{\\rtf1\\uc0 a\\u-10187\\u-9138 b}', a\uD835\uDC4Eb",
        "'{\\rtf1\\uc1 a\\u233?b}', a\u00E9b",
        "'{\\rtf1\\uc1 a\\u-9138?b}', a\uFFFDb"
    })
    void aSurrogatePairIsOneCharacter(String file, String text) throws IOException {
        assertThat(text(file)).isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"{\\rtf1 half a memo", "{\\rtf1 half {\\b a memo}", "{\\rtf1 half a \\'", "{\\rtf1 half a \\"})
    void aFileThatEndsBeforeItsGroupsIsRefused(String file) throws IOException {
        Reason reason = ((ReadResult.Unreadable) read(file)).reason();
        assertThat(reason.code()).isEqualTo("office.broken");
        assertThat(reason.words()).contains("may not have been copied completely");
    }

    @Test
    void whatStandsBehindTheLastGroupIsNoPartOfTheFile() throws IOException {
        assertThat(text("{\\rtf1 North Quay}\n\0 {more")).isEqualTo("North Quay");
    }
}
