package lectomen.local;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.prepare.PaperMaker;
import lectomen.local.OnTheSpot.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What files are made of. */
class InspectCommandTest {
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
    void inspectingSaysWhatAFileIsMadeOf() throws Exception {
        run("convert", scans().toString(), "--to", "pdfa-2b");
        assertThat(run("inspect", temp.resolve("scans.pdf").toString()).out())
                .contains("3 pages of 210 x 297 mm")
                .contains("scanned     3 of 3 pages")
                .contains("in colour   0 of 3 pages")
                .contains("declared as PDF/A-2b")
                .contains("PDF/A-1b, PDF/A-2b, PDF/A-2u, PDF/A-3b");
        assertThat(run("inspect", temp.resolve("scans.tif").toString(), "--json")
                        .out())
                .contains("827 x 1169 pixels, 100 x 100 dots per inch, 210 x 297 mm, black and white");
        assertThat(run("inspect", temp.resolve("none.pdf").toString()).exitCode())
                .isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource({"a.txt, text", "a.json, json", "a.rtf, rtf", "a.bin, unknown"})
    void theTypeIsToldByTheContent(String name, String type) throws Exception {
        String text =
                switch (type) {
                    case "json" -> "{\"a\": 1}";
                    case "rtf" -> "{\\rtf1 a}";
                    case "unknown" -> "\u0000\u0001\u0002";
                    default -> "plain words";
                };
        Path file = Files.writeString(temp.resolve(name), text);
        Answer answer = run("inspect", file.toString());
        assertThat(answer.exitCode()).isZero();
        assertThat(answer.out().lines().toList().get(0)).isEqualTo(file.toString());
        assertThat(answer.out()).containsPattern("type +" + type).containsPattern("size +\\d+ B");
    }

    @Test
    void whatCanNotBeReadIsSaidAndTheOthersAreTold() throws Exception {
        Path empty = Files.createFile(temp.resolve("empty.txt"));
        Path broken = Files.writeString(temp.resolve("broken.pdf"), "%PDF-1.4 cut");
        Path good = Files.writeString(temp.resolve("good.txt"), "words");
        Answer answer = run(
                "inspect",
                empty.toString(),
                broken.toString(),
                temp.resolve("none").toString(),
                good.toString(),
                "--json");
        assertThat(answer.exitCode()).isEqualTo(1);
        assertThat(answer.out().lines().toList()).hasSize(4).satisfies(lines -> {
            assertThat(lines.get(0)).contains("The file is empty");
            assertThat(lines.get(1)).contains("\"problem\":\"The PDF");
            assertThat(lines.get(2)).contains("The file does not exist.");
            assertThat(lines.get(3)).contains("\"type\":\"text\"").doesNotContain("problem");
        });
    }
}
