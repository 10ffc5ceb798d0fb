package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PdfTarget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Commands that work on files on the spot, started as people start them. No service runs. */
class OnTheSpotJourney {
    @TempDir
    private Path temp;

    @Test
    void aMemoBecomesAnArchivablePdf() throws Exception {
        Path memo = Files.writeString(temp.resolve("memo.txt"), "WORKS MEMO\n\nThe fenders at Tallow Quay are torn.\n");
        Answer answer = Launcher.run("convert", memo.toString(), "--to", "pdfa-2b");
        assertThat(answer.exitCode()).as(answer.out() + answer.err()).isZero();
        assertThat(ArchiveChecker.problems(Files.readAllBytes(temp.resolve("memo.pdf")), PdfTarget.PDF_A_2B))
                .isEmpty();
    }

    @Test
    void theExitCodeTellsWhatIsWrong() throws Exception {
        assertThat(Launcher.run("inspect", temp.resolve("none.pdf").toString()).exitCode())
                .isEqualTo(1);
        assertThat(Launcher.run("read", "a.tif", "--care", "none").exitCode()).isEqualTo(2);
    }
}
