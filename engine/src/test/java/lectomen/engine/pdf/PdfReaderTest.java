package lectomen.engine.pdf;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.progress.Progress;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.util.Matrix;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PdfReaderTest {
    @TempDir
    private Path temp;

    /** Draws on a page of 400 by 600 points. */
    @FunctionalInterface
    private interface Drawing {
        void on(PDPageContentStream page, PDType0Font font) throws IOException;
    }

    private Path pdf(int rotation, Drawing... pages) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDType0Font font = PDType0Font.load(
                    document, PdfReaderTest.class.getResourceAsStream("/liberation/LiberationSans-Regular.ttf"), true);
            for (Drawing drawing : pages) {
                PDPage page = new PDPage(new PDRectangle(400, 600));
                page.setRotation(rotation);
                document.addPage(page);
                try (PDPageContentStream stream = new PDPageContentStream(document, page)) {
                    drawing.on(stream, font);
                }
            }
            Path file = temp.resolve("drawn.pdf");
            document.save(file.toFile());
            return file;
        }
    }

    private static void show(PDPageContentStream page, PDType0Font font, Matrix matrix, String text)
            throws IOException {
        page.beginText();
        page.setFont(font, 12);
        page.setTextMatrix(matrix);
        page.showText(text);
        page.endText();
    }

    private static Page onlyPage(ReadResult reading) {
        return ((ReadResult.Read) reading).text().pages().get(0);
    }

    @Test
    void wordsHaveTheirPlaceFromTheTopLeftCorner() throws IOException {
        Path file = pdf(0, (page, font) -> show(page, font, Matrix.getTranslateInstance(100, 500), "Grey Heron"));
        List<Word> words = onlyPage(PdfReader.read(file, Progress.Listener.NONE))
                .lines()
                .get(0)
                .words();
        assertThat(words).extracting(Word::text).containsExactly("Grey", "Heron");
        Box box = words.get(0).box();
        assertThat(box.left()).isBetween(99.0, 101.0);
        assertThat(box.bottom()).isBetween(99.0, 101.0);
        assertThat(box.height()).isBetween(6.0, 12.0);
        assertThat(words.get(1).box().left()).isGreaterThan(box.right());
    }

    @Test
    void wordsPlacedWithoutBlanksAreStillApart() throws IOException {
        Path file = pdf(0, (page, font) -> {
            show(page, font, Matrix.getTranslateInstance(100, 500), "Lantern");
            show(page, font, Matrix.getTranslateInstance(145, 500), "Quay");
        });
        assertThat(onlyPage(PdfReader.read(file, Progress.Listener.NONE)).text())
                .isEqualTo("Lantern Quay");
    }

    @Test
    void glyphsPlacedOneByOneAndOutOfOrderMakeTheirWord() throws IOException {
        Path file = pdf(0, (page, font) -> {
            float x = 100;
            float[] places = new float[6];
            String word = "BERTHS";
            for (int i = 0; i < 6; i++) {
                places[i] = x;
                x += font.getStringWidth(word.substring(i, i + 1)) / 1000 * 12 + 0.4f;
            }
            for (int i : new int[] {5, 0, 3, 1, 4, 2}) {
                show(page, font, Matrix.getTranslateInstance(places[i], 500), word.substring(i, i + 1));
            }
        });
        assertThat(onlyPage(PdfReader.read(file, Progress.Listener.NONE)).text())
                .isEqualTo("BERTHS");
    }

    @Test
    void boldMadeByDrawingTwiceCountsOnce() throws IOException {
        Path file = pdf(0, (page, font) -> {
            show(page, font, Matrix.getTranslateInstance(100, 500), "PERMIT");
            show(page, font, Matrix.getTranslateInstance(100.4f, 500), "PERMIT");
        });
        assertThat(onlyPage(PdfReader.read(file, Progress.Listener.NONE)).text())
                .isEqualTo("PERMIT");
    }

    @Test
    void columnsAreLinesOfTheirOwn() throws IOException {
        Path file = pdf(0, (page, font) -> {
            show(page, font, Matrix.getTranslateInstance(50, 500), "Vessel");
            show(page, font, Matrix.getTranslateInstance(150, 500), "Grey Heron");
            show(page, font, Matrix.getTranslateInstance(50, 480), "Berth");
        });
        Page page = onlyPage(PdfReader.read(file, Progress.Listener.NONE));
        assertThat(page.lines()).extracting(Line::text).containsExactly("Vessel", "Grey Heron", "Berth");
        assertThat(page.text()).isEqualTo("Vessel Grey Heron\nBerth");
    }

    /** The content is turned so that a page with that rotation shows it upright. */
    @ParameterizedTest
    @CsvSource({"0, 100, 500, 0", "90, 100, 100, 90", "180, 300, 100, 180", "270, 300, 500, 270"})
    void aTurnedPageIsReadAsItIsSeen(int rotation, float x, float y, int degrees) throws IOException {
        Path file = pdf(rotation, (page, font) -> {
            Matrix matrix = Matrix.getRotateInstance(Math.toRadians(degrees), x, y);
            show(page, font, matrix, "Outer Mole");
        });
        Page page = onlyPage(PdfReader.read(file, Progress.Listener.NONE));
        assertThat(page.text()).isEqualTo("Outer Mole");
        boolean sideways = rotation % 180 != 0;
        assertThat(page.width()).isEqualTo(sideways ? 600 : 400);
        Box box = page.lines().get(0).box();
        assertThat(box.width()).isGreaterThan(box.height());
        assertThat(box.left()).isBetween(99.0, 101.0);
        assertThat(box.bottom()).isBetween(99.0, 101.0);
    }

    @Test
    void textThatRunsUpAnUprightPageIsReadWithAnUprightBox() throws IOException {
        Path file = pdf(0, (page, font) -> show(page, font, Matrix.getRotateInstance(Math.PI / 2, 50, 200), "COPY"));
        Word word = onlyPage(PdfReader.read(file, Progress.Listener.NONE))
                .lines()
                .get(0)
                .words()
                .get(0);
        assertThat(word.text()).isEqualTo("COPY");
        assertThat(word.box().height()).isGreaterThan(word.box().width());
        assertThat(word.box().bottom()).isBetween(399.0, 401.0);
        assertThat(word.box().right()).isBetween(49.0, 51.0);
    }

    @Test
    void pagesWithoutTextAreBlank() throws IOException {
        ReadResult reading = PdfReader.read(pdf(0, (page, font) -> {}, (page, font) -> {}), Progress.Listener.NONE);
        assertThat(((ReadResult.Read) reading).text().isBlank()).isTrue();
        assertThat(((ReadResult.Read) reading).text().pageRange()).isEqualTo("pages 1 to 2");
    }

    private static String code(ReadResult reading) {
        return ((ReadResult.Unreadable) reading).reason().code();
    }

    @Test
    void whatCanNotBeReadSaysWhy() throws IOException {
        byte[] whole = Files.readAllBytes(
                pdf(0, (page, font) -> show(page, font, Matrix.getTranslateInstance(100, 500), "text")));
        assertThat(code(PdfReader.read(
                        Files.write(temp.resolve("cut.pdf"), Arrays.copyOf(whole, whole.length / 2)),
                        Progress.Listener.NONE)))
                .isEqualTo("pdf.truncated");
        assertThat(code(PdfReader.read(
                        Files.writeString(temp.resolve("no.pdf"), "%PDF-1.7\nnothing\n%%EOF"), Progress.Listener.NONE)))
                .isEqualTo("pdf.broken");
        Path none = temp.resolve("none.pdf");
        try (PDDocument document = new PDDocument()) {
            document.save(none.toFile());
        }
        assertThat(code(PdfReader.read(none, Progress.Listener.NONE))).isEqualTo("pdf.no-pages");
        Path locked = temp.resolve("locked.pdf");
        try (PDDocument document = org.apache.pdfbox.Loader.loadPDF(whole)) {
            document.protect(new StandardProtectionPolicy("owner", "reader", new AccessPermission()));
            document.save(locked.toFile());
        }
        assertThat(code(PdfReader.read(locked, Progress.Listener.NONE))).isEqualTo("pdf.password");
    }

    @Test
    void noDamageToTheBytesMakesItFailOtherwise() throws IOException {
        byte[] whole = Files.readAllBytes(
                pdf(0, (page, font) -> show(page, font, Matrix.getTranslateInstance(100, 500), "text")));
        Random random = new Random(17);
        for (int i = 0; i < 300; i++) {
            byte[] damaged = whole.clone();
            for (int hit = 0; hit < 20; hit++) {
                damaged[random.nextInt(damaged.length)] = (byte) random.nextInt(256);
            }
            ReadResult reading =
                    PdfReader.read(Files.write(temp.resolve("damaged.pdf"), damaged), Progress.Listener.NONE);
            if (reading instanceof ReadResult.Read read) {
                assertThat(read.text().pages()).hasSizeBetween(1, 2);
            } else {
                assertThat(code(reading)).matches("(pdf|text)\\..*");
            }
        }
    }
}
