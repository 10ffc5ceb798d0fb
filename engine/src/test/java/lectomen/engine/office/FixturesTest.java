package lectomen.engine.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.convert.TargetFormat;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.pdf.PdfReader;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.progress.Progress;
import lectomen.engine.typeset.Typeset;
import lectomen.engine.typeset.Typesetter;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every document of the folder has the pages that its own numbers and the fonts' measures ask for. */
class FixturesTest {
    /** Two millimetres. */
    private static final double NEAR = 2 * 72 / 25.4;

    @TempDir
    private Path folder;

    static Stream<Fixture> fixtures() throws IOException {
        return Fixture.all().stream();
    }

    private Path converted(Fixture fixture, TargetFormat form) throws IOException {
        SourceDocument source = new SourceDocument(fixture.write(folder), fixture.type(), fixture.name());
        ConversionResult made = new Converter(
                        folder, source, Instant.parse("2027-03-01T10:00:00Z"), Progress.Listener.NONE)
                .convert(source, Conversion.to(form));
        assertThat(made).isInstanceOf(ConversionResult.Files.class);
        return ((ConversionResult.Files) made).files().get(0);
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void itIsKnownForWhatItIs(Fixture fixture) throws IOException {
        try (InputStream in = Files.newInputStream(fixture.write(folder))) {
            assertThat(FileType.of(in.readNBytes(FileType.HEAD_BYTES))).isEqualTo(fixture.type());
        }
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void itsWordsStandWhereTheSumsSay(Fixture fixture) throws IOException {
        Path pdf = converted(fixture, TargetFormat.PDF);
        ReadResult reading = PdfReader.read(pdf, ReadingOptions.USUAL, Progress.Listener.NONE);
        List<Page> pages = ((ReadResult.Read) reading).text().pages();
        assertThat(pages).hasSize((int) fixture.expected().get("pages"));
        List<List<Word>> words = pages.stream().map(FixturesTest::words).toList();
        assertThat(words.stream().map(page -> page.get(0).text()).toList()).isEqualTo(texts(fixture, "first"));
        assertThat(words.stream().map(page -> page.get(page.size() - 1).text()).toList())
                .isEqualTo(texts(fixture, "last"));
        assertThat(fixture.places()).hasSizeGreaterThanOrEqualTo(10);
        for (Map<String, Object> place : fixture.places()) {
            String text = place.get("word").toString();
            Word found = words.get((int) place.getOrDefault("page", 1) - 1).stream()
                    .filter(word -> word.text().equals(text))
                    .skip((int) place.getOrDefault("skip", 0))
                    .findFirst()
                    .orElseThrow(() -> new AssertionError("There is no word " + text));
            assertThat(found.box().left())
                    .as("left of " + text)
                    .isCloseTo(FontSum.of(place.get("left").toString()), within(NEAR));
            assertThat(found.box().middle())
                    .as("middle of " + text)
                    .isCloseTo(FontSum.of(place.get("down").toString()), within(NEAR));
        }
    }

    private static Stream<String> stream(Fixture fixture, String name) {
        return fixture.list(name).stream().map(Object::toString);
    }

    private static List<String> texts(Fixture fixture, String name) {
        return stream(fixture, name).toList();
    }

    private static List<Word> words(Page page) {
        List<Word> words = new ArrayList<>();
        for (List<Line> row : page.rows()) {
            for (Line line : row) {
                words.addAll(line.words());
            }
        }
        return words;
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void allItsWordsStandInReadingOrder(Fixture fixture) throws IOException {
        Path pdf = converted(fixture, TargetFormat.PDF);
        List<String> read = StructureWords.of(pdf);
        assertThat(read).containsSubsequence(fixture.words());
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void theCheckerOfArchivesFindsNothing(Fixture fixture) throws Exception {
        Path plain = converted(fixture, TargetFormat.PDF_A_2U);
        assertThat(ArchiveChecker.problems(Files.readAllBytes(plain), PdfTarget.PDF_A_2U))
                .isEmpty();
        if (Boolean.TRUE.equals(fixture.expected().get("accessible"))) {
            Path told = converted(fixture, TargetFormat.PDF_A_2A);
            assertThat(ArchiveChecker.problems(Files.readAllBytes(told), PdfTarget.PDF_A_2A))
                    .isEmpty();
        }
    }

    @ParameterizedTest
    @MethodSource("fixtures")
    void whatIsDrawnAndWhatIsListedIsWhatWasFound(Fixture fixture) throws IOException {
        FlowReadResult reading = FlowReader.read(fixture.write(folder), fixture.type(), FlowOptions.USUAL);
        var document = ((FlowReadResult.Read) reading).document();
        Typeset set = Typesetter.set(document, FontBook.shipped());
        for (ContentInventory.Kind kind : ContentInventory.Kind.values()) {
            long listed = document.inventory().leftOut().stream()
                    .filter(one -> one.kind() == kind)
                    .count();
            int drawn = set.drawn().getOrDefault(kind, 0) + document.inventory().countShown(kind);
            assertThat(drawn + listed)
                    .as(kind.word())
                    .isEqualTo(document.inventory().count(kind));
        }
        Map<?, ?> found = (Map<?, ?>) fixture.expected().getOrDefault("found", Map.of());
        found.forEach(
                (kind, count) -> assertThat(document.inventory().count(ContentInventory.Kind.valueOf(kind.toString())))
                        .as(kind.toString())
                        .isEqualTo(count));
    }
}
