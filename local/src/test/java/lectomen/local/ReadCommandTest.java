package lectomen.local;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.prepare.PaperMaker;
import lectomen.local.OnTheSpot.Answer;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The text of files read on the spot. */
class ReadCommandTest {
    @TempDir
    private Path temp;

    private static Answer run(String... words) {
        return OnTheSpot.run(words);
    }

    private Path letters(int count) throws IOException {
        PaperMaker maker = new PaperMaker(17, 200);
        Path file = temp.resolve("letter.tif");
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
            for (int i = 0; i < count; i++) {
                out.add(new PagePixels(maker.letter(), 200, 200));
            }
        }
        return file;
    }

    @Test
    void whatIsPrintedOnAScanIsRead() throws Exception {
        Path file = letters(1);
        Answer text = run("read", file.toString());
        assertThat(text.out()).contains("Berth", "report", "harbour");
        Answer json = run("read", file.toString(), "--as", "json");
        assertThat(json.out()).contains("\"text\":\"report\"", "\"confidence\":", "\"width\":595");
        Answer none = run("read", Files.createFile(temp.resolve("none.pdf")).toString());
        assertThat(none.exitCode()).isEqualTo(1);
        assertThat(none.err()).contains("The file is empty");
    }

    @Test
    void whatIsReadGoesIntoFilesInOpenForms() throws Exception {
        Path file = letters(2);
        String folder = temp.resolve("read").toString();
        for (String form : List.of("hocr", "alto", "pdf", "text")) {
            Answer answer = run("read", file.toString(), "--as", form, "--out", folder, "--language", "en");
            assertThat(answer.exitCode()).as(answer.err()).isZero();
        }
        assertThat(temp.resolve("read/letter.html")).content().contains("ocrx_word", "ppageno 1");
        assertThat(temp.resolve("read/letter.xml")).content().contains("http://www.loc.gov/standards/alto/ns-v4#");
        String text = Files.readString(temp.resolve("read/letter.txt"));
        try (PDDocument pdf = Loader.loadPDF(temp.resolve("read/letter.pdf").toFile())) {
            assertThat(new PDFTextStripper().getText(pdf))
                    .contains(text.lines().findFirst().orElseThrow());
        }
        Answer again = run("read", file.toString(), "--as", "text", "--out", folder);
        assertThat(again.exitCode()).isEqualTo(1);
        assertThat(again.err()).contains("letter.txt already exists; use --replace");
        Answer second = run("read", file.toString(), "--pages", "2", "--care", "quick", "--as", "json");
        assertThat(second.out()).contains("\"page\":2").doesNotContain("\"page\":1,");
        assertThat(run("read", file.toString(), "--language", "xx").err()).contains("--language is one of da, de, en");
        assertThat(run("read", file.toString(), "--pages", "3-1").err()).contains("--pages is such as 1, 1-3");
    }

    @Test
    void aScannedPdfGetsItsWordsAndAGoodLayerIsKept() throws Exception {
        Path file = letters(1);
        run("convert", file.toString(), "--to", "pdf");
        Answer read = run("read", temp.resolve("letter.pdf").toString(), "--as", "pdf");
        assertThat(read.exitCode()).as(read.err()).isZero();
        Path searchable = temp.resolve("letter read.pdf");
        String words;
        try (PDDocument pdf = Loader.loadPDF(searchable.toFile())) {
            words = new PDFTextStripper().getText(pdf);
        }
        assertThat(words).contains("Berth", "report");
        assertThat(run("read", searchable.toString()).out().split("\\s+"))
                .as("what lies on it is taken as it is")
                .contains(words.strip().split("\\s+")[0]);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "--as word | --as is text, json, hocr, alto or pdf, not word",
                "--care none | --care is quick, usual or careful, not none",
                "--keep some | --keep must be good, all or none, not some",
                "--cores -1 | --cores is from 1, not -1",
                "--pages 3-1 | --pages is such as 1, 1-3",
                "--language en,xx | --language is one of da, de, en"
            })
    void wrongWordsAreNamed(String words, String says) throws Exception {
        Path file = Files.writeString(temp.resolve("a.txt"), "text");
        Answer answer = run(("read " + file + " " + words).split(" "));
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err()).contains(says);
        assertThat(answer.out()).isEmpty();
    }

    @Test
    void aTextFileIsReadAsItIs() throws Exception {
        Path file = Files.writeString(temp.resolve("a.txt"), "TIDE BULLETIN\n\nHighest water 5.21 m\n");
        Answer answer = run("read", file.toString());
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out()).contains("TIDE BULLETIN").contains("Highest water 5.21 m");
        Answer json = run("read", file.toString(), "--as", "json");
        assertThat(json.out()).contains("\"text\":\"BULLETIN\"").contains("\"page\":1");
    }

    @Test
    void oneBadFileOfManyIsSaidAndTheOthersAreRead() throws Exception {
        Path good = Files.writeString(temp.resolve("a.txt"), "good words");
        Path bad = Files.writeString(temp.resolve("b.pdf"), "%PDF-1.7 and no more");
        Answer answer = run(
                "read",
                bad.toString(),
                good.toString(),
                temp.resolve("none.txt").toString());
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out()).contains("good words");
        assertThat(answer.err()).contains(bad + ": The PDF").contains(temp.resolve("none.txt") + ": ");
    }
}
