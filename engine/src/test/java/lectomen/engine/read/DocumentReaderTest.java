package lectomen.engine.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.progress.Progress;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DocumentReaderTest {
    private static final String CONDENSED = "/net/sf/jasperreports/fonts/dejavu/DejaVuSansCondensed.ttf";

    @TempDir
    private Path folder;

    private Path written(String text) throws IOException {
        return Files.write(folder.resolve("document"), text.getBytes(StandardCharsets.ISO_8859_1));
    }

    private static List<Page> pages(ReadResult reading) {
        return ((ReadResult.Read) reading).text().pages();
    }

    private static Box firstWord(DocumentReader reader, Path file) throws IOException {
        Page page = pages(reader.read(file, FileType.RTF, "a test", Progress.Listener.NONE))
                .get(0);
        Word word = page.rows().get(0).get(0).words().get(0);
        return word.box();
    }

    @Test
    void wordsStandWhereTheFontsAtHandPutThem() throws IOException {
        Path file = written("{\\rtf1{\\fonttbl{\\f0\\fswiss DejaVu Sans Condensed;}}\\f0\\fs40 MMMMM}");
        Path fonts = Files.createDirectories(folder.resolve("fonts"));
        try (InputStream in = DocumentReaderTest.class.getResourceAsStream(CONDENSED)) {
            Files.write(
                    fonts.resolve("condensed.ttf"), Objects.requireNonNull(in).readAllBytes());
        }
        FontBook own = FontBook.with(fonts);
        double width = own.choose(
                        "DejaVu Sans Condensed", lectomen.engine.flow.FormatProperty.FontKind.SWISS, false, false)
                .face()
                .main()
                .width('M');
        Box usual = firstWord(DocumentReader.usual(), file);
        Box told = firstWord(new DocumentReader(own), file);
        assertThat(told.right() - told.left()).isCloseTo(5 * 20 * width, within(0.5));
        assertThat(usual.right() - usual.left()).isNotCloseTo(told.right() - told.left(), within(2.0));
    }

    @ParameterizedTest
    @CsvSource({
        "ZIP, a document of an archive",
        "DXF, a drawing",
        "UNKNOWN, whatever it is",
    })
    void whatHasNoTextSaysWhatItIsNeededFor(FileType type, String neededBy) throws IOException {
        ReadResult reading = DocumentReader.usual().read(written("bytes"), type, neededBy, Progress.Listener.NONE);
        assertThat(((ReadResult.Unreadable) reading).reason().code()).isEqualTo("file.type-unreadable");
        assertThat(((ReadResult.Unreadable) reading).reason().words()).contains(neededBy);
    }

    @Test
    void anEmptyFileSaysSo() throws IOException {
        ReadResult reading = DocumentReader.usual().read(written(""), FileType.EMPTY, "a test", Progress.Listener.NONE);
        assertThat(((ReadResult.Unreadable) reading).reason().code()).isEqualTo("file.empty");
    }

    @Test
    void lettersThatTouchAreOneWordThoughTheirLooksDiffer() throws IOException {
        Path file = written("{\\rtf1\\fs24 Ber{\\b th} 4{\\super a}\\par}");
        List<String> words = pages(DocumentReader.usual().read(file, FileType.RTF, "a test", Progress.Listener.NONE))
                .get(0)
                .rows()
                .get(0)
                .get(0)
                .words()
                .stream()
                .map(Word::text)
                .toList();
        assertThat(words).startsWith("Berth");
    }
}
