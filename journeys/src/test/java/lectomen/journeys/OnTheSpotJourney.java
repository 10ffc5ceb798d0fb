package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
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
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Commands that work on files on the spot. No service runs. */
class OnTheSpotJourney {
    private static final int DOTS = 100;

    @TempDir
    private Path temp;

    private static Launcher.Answer run(String... arguments) throws IOException, InterruptedException {
        return Launcher.run(arguments);
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
    void scansBecomeAnArchivablePdfBesideThem() throws Exception {
        Launcher.Answer answer = run("convert", scans().toString(), "--to", "pdfa-2b", "--title", "Scans");
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
        Launcher.Answer answer = run(
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
        Launcher.Answer answer = run("convert", scans().toString(), "--to", "pdf");
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
        Path text = Files.writeString(temp.resolve("note.txt"), "no pages");
        Launcher.Answer answer = run("convert", broken.toString(), scans().toString(), text.toString(), "--to", "png");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out())
                .contains("broken.tif: not converted")
                .contains("A file of type text can't be converted to png yet")
                .contains("1 converted, 2 not");
        assertThat(ImageIO.read(temp.resolve("scans-3.png").toFile()).getWidth())
                .isEqualTo(827);
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

    @Test
    void whatIsPrintedOnAScanIsRead() throws Exception {
        PaperMaker maker = new PaperMaker(17, 200);
        Path file = temp.resolve("letter.tif");
        try (PictureOut out = PictureOut.begin(FileType.TIFF, file, 85)) {
            out.add(new PagePixels(maker.letter(), 200, 200));
        }
        Launcher.Answer text = run("read", file.toString());
        assertThat(text.out()).contains("Berth", "report", "harbour");
        Launcher.Answer json = run("read", file.toString(), "--as", "json");
        assertThat(json.out()).contains("\"text\":\"report\"", "\"confidence\":", "\"width\":595");
        Launcher.Answer none =
                run("read", Files.createFile(temp.resolve("none.pdf")).toString());
        assertThat(none.exitCode()).isEqualTo(1);
        assertThat(none.err()).contains("The file is empty");
    }

    @Test
    void wrongWordsAreNamed() throws Exception {
        assertThat(run("convert", "a.tif", "--to", "word").err()).contains("--to is one of: PDF, PDF/A-1b");
        assertThat(run("convert", "a.tif", "--to", "pdf", "--quality", "900").exitCode())
                .isEqualTo(2);
    }
}
