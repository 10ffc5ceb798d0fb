package lectomen.local;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import javax.imageio.ImageIO;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.prepare.PaperMaker;
import lectomen.local.OnTheSpot.Answer;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Files converted on the spot. */
class ConvertCommandTest {
    private static final int DOTS = 100;

    @TempDir
    private Path temp;

    private static Answer run(String... words) {
        return OnTheSpot.run(words);
    }

    /** Three scanned pages, the second blank. */
    private Path scans() throws IOException {
        PaperMaker maker = new PaperMaker(4, DOTS);
        Path file = temp.resolve("scans.tif");
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
            for (BufferedImage page : Arrays.asList(maker.letter(), maker.blank(), maker.letter())) {
                out.add(new PagePixels(Pixels.as(ColourDepth.BLACK_AND_WHITE, page), DOTS, DOTS));
            }
        }
        return file;
    }

    @Test
    void aDocumentWithoutALanguageIsToldOneToBecomeAccessible() throws Exception {
        Path memo = Files.writeString(temp.resolve("memo.txt"), "WORKS MEMO\n\nThe fenders at Tallow Quay are torn.\n");
        Answer refused = run("convert", memo.toString(), "--to", "pdfa-2a");
        assertThat(refused.exitCode()).isEqualTo(1);
        assertThat(refused.out() + refused.err()).contains("has no language");
        Answer wrong = run("convert", memo.toString(), "--to", "pdfa-2a", "--language", "English");
        assertThat(wrong.exitCode()).isEqualTo(2);
        assertThat(wrong.err()).contains("--language is such as en or nb-NO, not English");
        assertThat(run("convert", memo.toString(), "--to", "pdfa-2a", "--language", "en")
                        .exitCode())
                .isZero();
        byte[] made = Files.readAllBytes(temp.resolve("memo.pdf"));
        assertThat(ArchiveChecker.problems(made, PdfTarget.PDF_A_2A)).isEmpty();
        Answer facts = run("inspect", temp.resolve("memo.pdf").toString());
        assertThat(facts.out()).contains("declared as PDF/A-2a").doesNotContain("not PDF/A-2a");
    }

    @Test
    void scansBecomeAnArchivablePdfBesideThem() throws Exception {
        Answer answer = run("convert", scans().toString(), "--to", "pdfa-2b", "--title", "Scans");
        assertThat(answer.out()).contains("scans.tif -> ").contains("scans.pdf");
        assertThat(answer.exitCode()).isZero();
        byte[] made = Files.readAllBytes(temp.resolve("scans.pdf"));
        assertThat(ArchiveChecker.problems(made, PdfTarget.PDF_A_2B)).isEmpty();
        try (PDDocument pdf = Loader.loadPDF(made)) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(3);
        }
    }

    @Test
    void blankPagesAreDroppedWhereThatIsAskedForAndSaid() throws Exception {
        Answer answer = run(
                "convert",
                scans().toString(),
                "--to",
                "pdf",
                "--drop-blank",
                "--out",
                temp.resolve("out").toString());
        assertThat(answer.out()).contains("Page 2 was removed as blank: it has 0.0 mm² of ink");
        try (PDDocument pdf = Loader.loadPDF(temp.resolve("out/scans.pdf").toFile())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(2);
        }
    }

    @Test
    void nothingThatIsThereIsReplacedUnasked() throws Exception {
        Path there = Files.writeString(temp.resolve("scans.pdf"), "mine");
        Answer answer = run("convert", scans().toString(), "--to", "pdf");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out()).contains("already exists; use --replace");
        assertThat(there).hasContent("mine");
        assertThat(run("convert", scans().toString(), "--to", "pdf", "--replace")
                        .exitCode())
                .isZero();
        assertThat(Files.size(there)).isGreaterThan(1_000);
    }

    @Test
    void oneBadFileOfManyIsSaidAndTheOthersAreDone() throws Exception {
        Path broken = Files.write(temp.resolve("broken.tif"), Arrays.copyOf(Files.readAllBytes(scans()), 300));
        Path text = Files.writeString(temp.resolve("depths.json"), "{\"Q7\": 4.2, \"Q8\": 4.7}");
        Answer answer = run("convert", broken.toString(), scans().toString(), text.toString(), "--to", "png");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out())
                .contains("broken.tif: not converted")
                .contains("Files of type json can't be converted to png. Send")
                .contains("1 converted, 2 not");
        assertThat(ImageIO.read(temp.resolve("scans-3.png").toFile()).getWidth())
                .isEqualTo(827);
    }

    @Test
    void whatComesFromWordProcessorsIsLaidOut() throws Exception {
        Path letter = Files.writeString(
                temp.resolve("letter.rtf"), "{\\rtf1\\ansi\\deflang2057 Berth {\\b 14} is free.\\par}");
        Answer answer = run("convert", letter.toString(), "--to", "pdfa-2a");
        assertThat(answer.exitCode()).as(answer.out()).isZero();
        assertThat(answer.out())
                .contains(
                        "Font Times New Roman was not available; Liberation Serif, which has the same widths, was used");
        assertThat(run("inspect", temp.resolve("letter.pdf").toString()).out()).contains("declared as PDF/A-2a");
        assertThat(run("read", letter.toString()).out()).contains("Berth 14 is free.");
        assertThat(run("convert", letter.toString(), "--to", "pdf", "--changes", "perhaps")
                        .exitCode())
                .isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "--to word | --to is one of: PDF, PDF/A-1b",
                "--to pdf --quality 900 | --quality is from 1 to 100, not 900",
                "--to pdf --dots 5 | --dots is from 30 to 1200, not 5",
                "--to pdf --paper B5 | --paper is one of: ",
                "--to pdf --if-not-possible perhaps | --if-not-possible must be fail, keep or pictures, not perhaps",
                "--to pdf --changes perhaps | --changes is one of: ",
                "--to pdf --language English | --language is such as en or nb-NO, not English",
                "--to pdf --fonts no-such-folder | --fonts is a folder; no-such-folder is none",
                "--too pdf | --to=FORM"
            })
    void wrongWordsAreNamedBeforeAnythingIsDone(String words, String says) throws Exception {
        Path file = Files.writeString(temp.resolve("a.txt"), "text");
        Answer answer = run(("convert " + file + " " + words).split(" "));
        assertThat(answer.exitCode()).isEqualTo(2);
        assertThat(answer.err())
                .contains(says)
                .contains("See: lectomen convert --help")
                .doesNotContain("\tat ");
        assertThat(temp.toFile().list()).containsExactly("a.txt");
    }

    @Test
    void aFileThatIsNotThereIsSaid() {
        Answer answer = run("convert", temp.resolve("none.txt").toString(), "--to", "pdf");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out()).startsWith(temp.resolve("none.txt") + ": not converted\n  ");
    }

    @Test
    void aFileNeverReplacesItself() throws Exception {
        run("convert", Files.writeString(temp.resolve("a.txt"), "text").toString(), "--to", "pdf");
        Path pdf = temp.resolve("a.pdf");
        byte[] before = Files.readAllBytes(pdf);
        Answer answer = run("convert", pdf.toString(), "--to", "pdfa-2b", "--replace");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out()).contains("It would replace itself; use --out DIR.");
        assertThat(Files.readAllBytes(pdf)).isEqualTo(before);
        Answer elsewhere = run(
                "convert",
                pdf.toString(),
                "--to",
                "pdfa-2b",
                "--out",
                temp.resolve("new/deep").toString());
        assertThat(elsewhere.exitCode()).as(elsewhere.out()).isZero();
        assertThat(temp.resolve("new/deep/a.pdf")).isRegularFile();
    }

    @Test
    void eachPageOfAPdfBecomesAPictureOfItsOwn() throws Exception {
        Path text = Files.writeString(temp.resolve("a.txt"), "one\ftwo\n");
        run("convert", text.toString(), "--to", "pdf");
        Answer answer = run("convert", temp.resolve("a.pdf").toString(), "--to", "png", "--dots", "50");
        assertThat(answer.exitCode()).as(answer.out()).isZero();
        assertThat(answer.out()).contains("a-1.png").contains("a-2.png");
        assertThat(ImageIO.read(temp.resolve("a-2.png").toFile()).getWidth()).isBetween(412, 414);
    }

    @Test
    void nothingOfTheWorkIsLeftBehind() throws Exception {
        run("convert", scans().toString(), "--to", "pdf", "--drop-blank");
        assertThat(Path.of(System.getProperty("java.io.tmpdir")).toFile().list())
                .noneMatch(name -> name.startsWith("lectomen-convert-"));
    }
}
