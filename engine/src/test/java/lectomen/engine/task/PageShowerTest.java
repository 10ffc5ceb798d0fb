package lectomen.engine.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PageShowerTest {
    @TempDir
    private Path temp;

    private PageAnswer show(Path file, FileType type, int page) throws Exception {
        PageTask task = new PageTask(
                Task.PROTOCOL,
                "1",
                new ByteRef("0".repeat(64), Files.size(file)),
                type,
                page,
                400,
                PageTask.Wanted.PICTURE);
        return PageShower.show(task, ref -> file);
    }

    /** A page with a black square in its top left quarter, as a reader sees it before it is turned. */
    private Path pdf(int turned) throws Exception {
        Path file = temp.resolve("turned-" + turned + ".pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(200, 100));
            page.setRotation(turned);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.addRect(0, 50, 100, 50);
                content.fill();
            }
            document.save(file.toFile());
        }
        return file;
    }

    @Test
    void aPageIsDrawnInTheWidthThatWasAskedFor() throws Exception {
        PageAnswer answer = show(pdf(0), FileType.PDF, 1);
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(answer.png()));
        assertThat(answer.pages()).isEqualTo(1);
        assertThat(answer.unit()).isEqualTo(Page.Unit.POINT);
        assertThat(new int[] {image.getWidth(), image.getHeight()}).containsExactly(400, 200);
        assertThat(image.getRGB(50, 50) & 0xff).isLessThan(20);
        assertThat(image.getRGB(350, 150) & 0xff).isGreaterThan(240);
    }

    @Test
    void aTurnedPageIsMeasuredAndDrawnAsAReaderSeesIt() throws Exception {
        PageAnswer answer = show(pdf(90), FileType.PDF, 1);
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(answer.png()));
        assertThat(answer.width()).isEqualTo(100);
        assertThat(answer.height()).isEqualTo(200);
        assertThat(image.getHeight()).isEqualTo(800);
        assertThat(image.getRGB(350, 50) & 0xff)
                .as("its top left went to the top right")
                .isLessThan(20);
    }

    @Test
    void plainTextKeepsItsColumns() throws Exception {
        Path file = Files.writeString(temp.resolve("a.txt"), "Day    High\n\nMon    04:12\n", StandardCharsets.UTF_8);
        PageAnswer answer = show(file, FileType.TEXT, 1);
        assertThat(answer.lines()).containsExactly("Day    High", "", "Mon    04:12");
        assertThat(answer.png()).isEmpty();
    }

    @Test
    void aPartOfAPageIsReadFromItsPicture() throws Exception {
        Path file = temp.resolve("berth.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.beginText();
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
                content.newLineAtOffset(100, 700);
                content.showText("Report BIR-0412");
                content.newLineAtOffset(0, -40);
                content.showText("Tarr Quay");
                content.endText();
            }
            document.save(file.toFile());
        }
        PageTask task = new PageTask(
                Task.PROTOCOL,
                "1",
                new ByteRef("0".repeat(64), Files.size(file)),
                FileType.PDF,
                1,
                2_480,
                PageTask.Wanted.WORDS,
                new Box(138, 128, 70, 20),
                null);
        PageAnswer answer = PageShower.show(task, ref -> file);
        assertThat(answer.words()).extracting(PageAnswer.PlacedWord::text).containsExactly("BIR-0412");
        Box box = answer.words().get(0).box();
        assertThat(box.left()).isBetween(138.0, 150.0);
        assertThat(box.middle()).isBetween(131.0, 145.0);
        PageAnswer beside = PageShower.show(
                new PageTask(
                        Task.PROTOCOL,
                        "2",
                        task.document(),
                        FileType.PDF,
                        1,
                        2_480,
                        PageTask.Wanted.WORDS,
                        new Box(700, 10, 20, 20),
                        null),
                ref -> file);
        assertThat(beside.reason().orElseThrow().code()).isEqualTo("page.nothing-there");
    }

    /** As when a scanner's software has written a picture that nobody can decode. */
    @Test
    void ofAPageWhosePictureIsDamagedTheTextIsStillTold() throws Exception {
        Path file = temp.resolve("scan.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            PDImageXObject damaged = new PDImageXObject(
                    document,
                    new ByteArrayInputStream(new byte[] {1, 2, 3}),
                    COSName.DCT_DECODE,
                    100,
                    100,
                    8,
                    PDDeviceRGB.INSTANCE);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.drawImage(
                        damaged,
                        0,
                        0,
                        page.getCropBox().getWidth(),
                        page.getCropBox().getHeight());
                content.beginText();
                content.setRenderingMode(RenderingMode.NEITHER);
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
                content.newLineAtOffset(100, 700);
                content.showText("Report BIR-0412 of the berth at Tarr Quay");
                content.endText();
            }
            document.save(file.toFile());
        }
        assertThat(show(file, FileType.PDF, 1).reason().orElseThrow().code()).isEqualTo("page.broken");
        PageTask words = new PageTask(
                Task.PROTOCOL,
                "1",
                new ByteRef("0".repeat(64), Files.size(file)),
                FileType.PDF,
                1,
                0,
                PageTask.Wanted.WORDS);
        assertThat(PageShower.show(words, ref -> file).words())
                .extracting(PageAnswer.PlacedWord::text)
                .contains("BIR-0412", "Tarr");
    }

    @Test
    void whatCanNotBeShownSaysWhy() throws Exception {
        Path broken = Files.writeString(temp.resolve("b.pdf"), "%PDF-1.4 and nothing more");
        assertThat(show(broken, FileType.PDF, 1).reason().orElseThrow().code()).isEqualTo("page.broken");
        assertThat(show(pdf(0), FileType.PDF, 2).reason().orElseThrow().code()).isEqualTo("page.broken");
        assertThat(show(broken, FileType.DXF, 1).reason().orElseThrow().words()).contains("dxf");
    }
}
