package lectomen.engine.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** PDFs that other programs wrote, each in its own way: browser, typesetters, drawing libraries, spreadsheet, text printers. */
class MakersTest {
    private static final Path MAKERS = Path.of("src/test/resources/lectomen/engine/pdf/makers");

    @TempDir
    private Path temp;

    private record Expected(String name, List<String> phrases) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Expected> expected() throws IOException {
        Map<String, List<String>> expected = new LinkedHashMap<>();
        List<String> phrases = new ArrayList<>();
        for (String line : Files.readAllLines(MAKERS.resolve("expected.txt"), StandardCharsets.UTF_8)) {
            if (line.startsWith("  ")) {
                phrases.add(line.strip());
            } else if (!line.isBlank() && !line.startsWith("#")) {
                phrases = new ArrayList<>();
                expected.put(line.strip(), phrases);
            }
        }
        return expected.entrySet().stream().map(entry -> new Expected(entry.getKey(), entry.getValue()));
    }

    private static DocumentText read(Path file) throws IOException {
        ReadResult reading = PdfReader.read(file, Progress.Listener.NONE);
        assertThat(reading).isInstanceOf(ReadResult.Read.class);
        return ((ReadResult.Read) reading).text();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("expected")
    void itsTextIsRead(Expected expected) throws IOException {
        DocumentText text = read(MAKERS.resolve(expected.name() + ".pdf"));
        String read = text.text() + "\n\n" + text.textByColumns();
        List<String> missing = expected.phrases().stream()
                .filter(phrase -> !text.contains(phrase))
                .toList();
        assertThat(missing).as(read).isEmpty();
    }

    @Test
    void everyPdfIsExpectedToBeRead() throws IOException {
        try (Stream<Path> files = Files.list(MAKERS)) {
            List<String> names = files.map(file -> file.getFileName().toString())
                    .filter(name -> name.endsWith(".pdf"))
                    .map(name -> name.replace(".pdf", ""))
                    .toList();
            assertThat(expected().map(Expected::name)).containsExactlyInAnyOrderElementsOf(names);
            assertThat(names).hasSizeGreaterThanOrEqualTo(30);
        }
    }

    /** Has the fonts of a PDF say that they show other letters than they do. */
    private Path withLettersMovedBy(int distance, String name) throws IOException {
        Path file = temp.resolve(name + ".pdf");
        try (PDDocument document = Loader.loadPDF(MAKERS.resolve(name + ".pdf").toFile())) {
            for (PDPage page : document.getPages()) {
                COSDictionary fonts = page.getResources().getCOSObject().getCOSDictionary(COSName.FONT);
                for (COSName font : fonts.keySet()) {
                    COSStream map = fonts.getCOSDictionary(font).getCOSStream(COSName.TO_UNICODE);
                    String moved = moved(new COSInputStreamText(map).text(), distance);
                    try (OutputStream out = map.createOutputStream()) {
                        out.write(moved.getBytes(StandardCharsets.ISO_8859_1));
                    }
                }
            }
            document.save(file.toFile());
        }
        return file;
    }

    private record COSInputStreamText(COSStream stream) {
        String text() throws IOException {
            try (InputStream in = stream.createInputStream()) {
                return new String(in.readAllBytes(), StandardCharsets.ISO_8859_1);
            }
        }
    }

    /** Moves what each code stands for: the last of the numbers of a line. */
    private static String moved(String map, int distance) {
        return Pattern.compile("(?m)^((?:<[0-9A-Fa-f]+> *)+)<([0-9A-Fa-f]{4})> *$")
                .matcher(map)
                .replaceAll(line -> line.group(1) + "<"
                        + "%04X".formatted((Integer.parseInt(line.group(2), 16) + distance) & 0xffff) + ">");
    }

    @ParameterizedTest
    @CsvSource({"browser-letter,-29", "browser-justified,5", "browser-table,57344"})
    void aTextLayerOfGarbageIsSaidToBe(String name, int distance) throws IOException {
        ReadResult reading = PdfReader.read(withLettersMovedBy(distance, name), Progress.Listener.NONE);
        assertThat(reading).isInstanceOf(ReadResult.Unreadable.class);
        assertThat(((ReadResult.Unreadable) reading).reason().words())
                .contains("text layer of page 1 is unreadable")
                .contains("scan the document");
    }

    @ParameterizedTest
    @CsvSource({
        "harbour,true",
        "Größe,true",
        "MHP-2027-0101,true",
        "14.03.2027,true",
        "'1,240.50',true",
        "Łódź,true",
        "(Quay,true",
        "d’Ærøskøbing,true",
        "причал,true",
        "0225,true",
        "'3HUPLW',false",
        "xkcdqz,false",
        "a$b#c,false"
    })
    void aWordIsToldFromGarbage(String word, boolean plausible) {
        assertThat(Legibility.isPlausible(word)).isEqualTo(plausible);
    }
}
