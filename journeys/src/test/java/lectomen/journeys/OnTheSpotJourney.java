package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageIO;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.Ink;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureOut;
import lectomen.engine.image.Points;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.prepare.PaperMaker;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Commands that work on files on the spot. No service runs. */
class OnTheSpotJourney {
    private static final int DOTS = 100;

    @TempDir
    private Path temp;

    private static Answer run(String... arguments) throws IOException, InterruptedException {
        return Commands.run(arguments);
    }

    /** Three scanned pages, the second blank. */
    private Path scans() throws IOException {
        PaperMaker maker = new PaperMaker(4, DOTS);
        Path file = temp.resolve("scans.tif");
        try (PictureOut out = PictureOut.begin(FileType.TIFF, file, 85)) {
            for (BufferedImage page : Arrays.asList(maker.letter(), maker.blank(), maker.letter())) {
                out.add(new PagePixels(Points.as(Ink.BLACK_AND_WHITE, page), DOTS, DOTS));
            }
        }
        return file;
    }

    @Test
    void aDocumentWithoutALanguageIsToldOneToBecomeAccessible() throws Exception {
        Path memo = Files.writeString(temp.resolve("memo.txt"), "WORKS MEMO\n\nThe fenders at Tallow Quay are torn.\n");
        Answer refused = run("convert", memo.toString(), "--to", "pdfa-2a");
        assertThat(refused.exitCode()).isEqualTo(1);
        assertThat(refused.out() + refused.err()).contains("does not say its language");
        Answer wrong = run("convert", memo.toString(), "--to", "pdfa-2a", "--language", "English");
        assertThat(wrong.exitCode()).isEqualTo(2);
        assertThat(wrong.err()).contains("--language is such as en or nb-NO, not English");
        assertThat(run("convert", memo.toString(), "--to", "pdfa-2a", "--language", "en")
                        .exitCode())
                .isZero();
        byte[] made = Files.readAllBytes(temp.resolve("memo.pdf"));
        assertThat(ArchiveChecker.problems(made, PdfTarget.PDF_A_2A)).isEmpty();
        Answer facts = run("inspect", temp.resolve("memo.pdf").toString());
        assertThat(facts.out()).contains("says it is PDF/A-2a").doesNotContain("not PDF/A-2a");
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
        assertThat(answer.out()).contains("Page 2 was dropped as blank: it has 0.0 mm² of ink");
        try (PDDocument pdf = Loader.loadPDF(temp.resolve("out/scans.pdf").toFile())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(2);
        }
    }

    @Test
    void nothingThatIsThereIsReplacedUnasked() throws Exception {
        Path there = Files.writeString(temp.resolve("scans.pdf"), "mine");
        Answer answer = run("convert", scans().toString(), "--to", "pdf");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out()).contains("is there already; say --replace");
        assertThat(there).hasContent("mine");
        assertThat(run("convert", scans().toString(), "--to", "pdf", "--replace")
                        .exitCode())
                .isZero();
        assertThat(Files.size(there)).isGreaterThan(1_000);
    }

    @Test
    void oneBadFileOfManyIsSaidAndTheOthersAreDone() throws Exception {
        Path broken = Files.write(temp.resolve("broken.tif"), Arrays.copyOf(Files.readAllBytes(scans()), 300));
        Path text = Files.writeString(temp.resolve("depths.csv"), "berth,depth\nQ7,4.20\nQ8,4.70\n");
        Answer answer = run("convert", broken.toString(), scans().toString(), text.toString(), "--to", "png");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out())
                .contains("broken.tif: not converted")
                .contains("A file of type csv can't be converted to png yet")
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
        assertThat(answer.out()).contains("The font Times New Roman was not at hand; Liberation Serif was taken");
        assertThat(run("inspect", temp.resolve("letter.pdf").toString()).out()).contains("says it is PDF/A-2a");
        assertThat(run("read", letter.toString()).out()).contains("Berth 14 is free.");
        assertThat(run("convert", letter.toString(), "--to", "pdf", "--changes", "perhaps")
                        .exitCode())
                .isEqualTo(2);
    }

    @Test
    void inspectingSaysWhatAFileIsMadeOf() throws Exception {
        run("convert", scans().toString(), "--to", "pdfa-2b");
        assertThat(run("inspect", temp.resolve("scans.pdf").toString()).out())
                .contains("3 of 210 x 297 mm")
                .contains("3 of 3 pages are pictures of paper")
                .contains("says it is PDF/A-2b")
                .contains("PDF/A-1b, PDF/A-2b, PDF/A-2u, PDF/A-3b");
        assertThat(run("inspect", temp.resolve("scans.tif").toString(), "--json")
                        .out())
                .contains("827 x 1169 points, 100 x 100 dots per inch, 210 x 297 mm, black and white");
        assertThat(run("inspect", temp.resolve("none.pdf").toString()).exitCode())
                .isEqualTo(1);
    }

    private Path letters(int count) throws IOException {
        PaperMaker maker = new PaperMaker(17, 200);
        Path file = temp.resolve("letter.tif");
        try (PictureOut out = PictureOut.begin(FileType.TIFF, file, 85)) {
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
        Answer none =
                run("read", Files.createFile(temp.resolve("none.pdf")).toString());
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
        assertThat(again.err()).contains("letter.txt is there already; say --replace");
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

    @Test
    void howAFieldIsFoundIsProposed() throws Exception {
        Path one = Files.writeString(temp.resolve("one.txt"), "Vessel: Grey Heron\nPermit no: MHP-2027-0031\n");
        Path two = Files.writeString(temp.resolve("two.txt"), "Permit no: MHP-2027-0044     Vessel: Tern\n");
        Path three = Files.writeString(temp.resolve("three.txt"), "Vessel: Old Bess\nRef MHP-2027-0007\n");
        Answer answer =
                run("propose", one.toString(), two.toString(), three.toString(), "--value", "one.txt=mhp-2027-0031");
        assertThat(answer.exitCode()).as(answer.err()).isZero();
        assertThat(answer.out())
                .contains("{ pattern: 'MHP-\\d{4}-\\d{4}', right of: Permit no }")
                .containsPattern("two.txt +MHP-2027-0044")
                .containsPattern("three.txt +nothing")
                .contains("Say what the value is in three.txt next");
        Answer wrong = run("propose", one.toString(), "--value", "one.txt=Kittiwake");
        assertThat(wrong.exitCode()).isEqualTo(2);
        assertThat(wrong.err()).contains("\"Kittiwake\" does not stand in").contains("one.txt");
        Answer other = run("propose", one.toString(), "--value", "four.txt=Tern");
        assertThat(other.exitCode()).isEqualTo(2);
        assertThat(other.err()).contains("four.txt is none of the files");
    }

    @Test
    void wrongWordsAreNamed() throws Exception {
        assertThat(run("convert", "a.tif", "--to", "word").err()).contains("--to is one of: PDF, PDF/A-1b");
        assertThat(run("convert", "a.tif", "--to", "pdf", "--quality", "900").exitCode())
                .isEqualTo(2);
    }
}
