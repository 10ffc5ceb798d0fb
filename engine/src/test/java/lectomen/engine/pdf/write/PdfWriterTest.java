package lectomen.engine.pdf.write;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Paper;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.Pixels;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.prepare.PaperMaker;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class PdfWriterTest {
    private static final Instant THEN = Instant.parse("2026-03-02T09:30:00Z");
    private static final DocumentDetails DETAILS = new DocumentDetails(
            "Berth & quay <7>", "Works office", "An inspection", List.of("berth", "quay"), "en-GB", THEN);

    @TempDir
    private Path temp;

    private static byte[] written(PdfWriter pdf) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        pdf.write(DETAILS, out);
        return out.toByteArray();
    }

    /** A scanned form: coloured paper, text, a stamp in colour. */
    static PagePixels colourScan(long seed, double dots) {
        PaperMaker maker = new PaperMaker(seed, dots);
        BufferedImage letter = maker.letter();
        maker.wear(letter, 0.1, 3, 20);
        BufferedImage colour = Pixels.as(ColourDepth.COLOUR, letter);
        Graphics2D graphics = colour.createGraphics();
        graphics.setColor(new Color(170, 40, 50, 120));
        graphics.setStroke(new java.awt.BasicStroke((float) dots / 30));
        graphics.drawOval((int) dots * 4, (int) dots * 8, (int) dots * 2, (int) dots);
        graphics.dispose();
        byte[] bytes = Pixels.bytes(colour);
        for (int i = 0; i < bytes.length; i += 3) {
            bytes[i] = (byte) ((bytes[i] & 0xff) * 225 / 255); // yellowish paper
        }
        return new PagePixels(colour, dots, dots);
    }

    @ParameterizedTest
    @EnumSource(value = PdfTarget.class, mode = EnumSource.Mode.EXCLUDE, names = "PDF_A_2A")
    void whatIsMadeOfPicturesIsWhatItClaimsToBe(PdfTarget target) throws Exception {
        PagePixels colour = colourScan(1, 150);
        PagePixels bits = colour.with(Pixels.as(ColourDepth.BLACK_AND_WHITE, colour.image()));
        PagePixels grey = colour.with(Pixels.as(ColourDepth.GREY, colour.image()));
        Page words =
                Page.ofWords(1, 595, 842, Page.Unit.POINT, List.of(Word.certain("Größe", new Box(72, 72, 60, 12))));
        byte[] made;
        try (PdfWriter pdf = PdfWriter.begin(target, PageLook.USUAL);
                PdfWriter layered = PdfWriter.begin(
                        target, new PageLook(PictureChoice.LAYERED, PageLook.USUAL_QUALITY, Optional.empty()))) {
            pdf.add(bits, Optional.of(words));
            pdf.bookmark("First");
            pdf.add(grey, Optional.empty());
            pdf.add(colour, Optional.empty());
            pdf.label(1, "A-");
            pdf.link(1, new Box(10, 10, 100, 20), "https://harbour.example/berths");
            if (target.mayCarryFiles()) {
                Path data = Files.writeString(temp.resolve("data.xml"), "<berth/>");
                pdf.attach(data, "data.xml", FileType.XML, Attachments.Relation.DATA);
            }
            made = written(pdf);
            layered.add(colour, Optional.empty());
            byte[] other = written(layered);
            if (target.isArchive()) {
                assertThat(ArchiveChecker.problems(made, target)).isEmpty();
                assertThat(ArchiveChecker.problems(other, target)).isEmpty();
            }
        }
        try (PDDocument document = Loader.loadPDF(made)) {
            assertThat(document.getNumberOfPages()).isEqualTo(3);
            assertThat(new PDFTextStripper().getText(document)).contains("Größe");
            assertThat(document.getDocumentInformation().getTitle()).isEqualTo("Berth & quay <7>");
            for (int page = 0; page < 3; page++) {
                BufferedImage drawn = new PDFRenderer(document).renderImageWithDPI(page, 150);
                BufferedImage source = List.of(bits, grey, colour).get(page).image();
                assertThat(meanDifference(drawn, source)).as("page " + page).isLessThan(page == 0 ? 0.5 : 3);
            }
        }
    }

    /** The mean difference of greys, of 255. */
    static double meanDifference(BufferedImage one, BufferedImage other) {
        byte[] a = Pixels.bytes(Pixels.as(ColourDepth.GREY, one));
        byte[] b = Pixels.bytes(Pixels.as(ColourDepth.GREY, other));
        int width = Math.min(one.getWidth(), other.getWidth());
        int height = Math.min(one.getHeight(), other.getHeight());
        assertThat(Math.abs(one.getWidth() - other.getWidth())).isLessThan(3);
        assertThat(Math.abs(one.getHeight() - other.getHeight())).isLessThan(3);
        long sum = 0;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                sum += Math.abs((a[y * one.getWidth() + x] & 0xff) - (b[y * other.getWidth() + x] & 0xff));
            }
        }
        return (double) sum / (width * height);
    }

    @Test
    void theSamePagesAtTheSameTimeGiveTheSameBytes() throws Exception {
        PagePixels page = colourScan(2, 100);
        List<byte[]> made = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            try (PdfWriter pdf = PdfWriter.begin(PdfTarget.PDF_A_2B, PageLook.USUAL)) {
                pdf.add(page, Optional.empty());
                made.add(written(pdf));
            }
        }
        assertThat(made.get(0)).isEqualTo(made.get(1));
    }

    @ParameterizedTest
    @CsvSource({"3, 300, 300", "11, 300, 300", "12, 300, 300"})
    void layersTakeAtMostAThirdOfPlainJpegAndTextStaysAsSharp(int seed, int dots, int same) throws Exception {
        PagePixels page = colourScan(seed, dots);
        byte[] plain = made(page, new PageLook(PictureChoice.JPEG, PageLook.USUAL_QUALITY, Optional.empty()));
        byte[] layered = made(page, new PageLook(PictureChoice.LAYERED, PageLook.USUAL_QUALITY, Optional.empty()));
        assertThat(layered.length * 3L).isLessThan(plain.length);
        double sharpBefore = steepest(page.image());
        double sharpPlain = steepest(drawn(plain, same));
        double sharpLayered = steepest(drawn(layered, same));
        assertThat(sharpLayered).isGreaterThanOrEqualTo(Math.min(sharpBefore, sharpPlain) * 0.95);
        assertThat(meanDifference(drawn(layered, same), page.image())).isLessThan(6);
    }

    private static byte[] made(PagePixels page, PageLook look) throws Exception {
        try (PdfWriter pdf = PdfWriter.begin(PdfTarget.PDF, look)) {
            pdf.add(page, Optional.empty());
            return written(pdf);
        }
    }

    private static BufferedImage drawn(byte[] pdf, int dots) throws Exception {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFRenderer(document).renderImageWithDPI(0, dots);
        }
    }

    /** How steep the steepest thousandth of the steps between neighbours is. */
    private static double steepest(BufferedImage image) {
        byte[] grey = Pixels.bytes(Pixels.as(ColourDepth.GREY, image));
        int[] steps = new int[grey.length - 1];
        for (int i = 0; i < steps.length; i++) {
            steps[i] = Math.abs((grey[i] & 0xff) - (grey[i + 1] & 0xff));
        }
        Arrays.sort(steps);
        return steps[steps.length - 1 - steps.length / 100];
    }

    @Test
    void aJpegGoesInAsItIsWhicheverWayUpItIsStored() throws Exception {
        Path file = temp.resolve("photo.jpg");
        ImageIO.write(colourScan(4, 100).image(), "jpeg", file.toFile());
        try (PictureFile pictures = open(file, FileType.JPEG);
                PdfWriter pdf = PdfWriter.begin(PdfTarget.PDF_A_2B, PageLook.USUAL)) {
            pdf.add(pictures, 1, Optional.empty());
            byte[] made = written(pdf);
            assertThat(ArchiveChecker.problems(made, PdfTarget.PDF_A_2B)).isEmpty();
            assertThat((long) made.length).isLessThan(Files.size(file) + 6_000);
            assertThat(contains(made, Files.readAllBytes(file)))
                    .as("holds the file itself")
                    .isTrue();
        }
    }

    private static boolean contains(byte[] whole, byte[] part) {
        for (int at = 0; at + part.length <= whole.length; at++) {
            if (whole[at] == part[0] && Arrays.equals(whole, at, at + part.length, part, 0, part.length)) {
                return true;
            }
        }
        return false;
    }

    @Test
    void aJpegThatIsCutOffIsRefusedRatherThanPassedOn() throws Exception {
        Path file = temp.resolve("photo.jpg");
        ImageIO.write(colourScan(4, 100).image(), "jpeg", file.toFile());
        byte[] half = Arrays.copyOf(Files.readAllBytes(file), 20_000);
        Files.write(file, half);
        try (PictureFile pictures = open(file, FileType.JPEG);
                PdfWriter pdf = PdfWriter.begin(PdfTarget.PDF, PageLook.USUAL)) {
            assertThatThrownBy(() -> pdf.add(pictures, 1, Optional.empty())).hasMessageContaining("incomplete");
        }
    }

    @Test
    void pagesFitThePaperThatIsWished() throws Exception {
        try (PdfWriter pdf =
                PdfWriter.begin(PdfTarget.PDF, new PageLook(PictureChoice.AS_THEY_ARE, 85, Optional.of(Paper.A5)))) {
            BufferedImage wide = Pixels.empty(1_000, 400, ColourDepth.GREY);
            pdf.add(new PagePixels(wide, 72, 72), Optional.empty());
            try (PDDocument document = Loader.loadPDF(written(pdf))) {
                assertThat(document.getPage(0).getMediaBox().getWidth()).isCloseTo(595.28f, within(0.1f));
                BufferedImage drawn = new PDFRenderer(document).renderImageWithDPI(0, 72);
                assertThat(drawn.getRGB(300, 5) & 0xff).as("above the picture").isEqualTo(255);
                assertThat(drawn.getRGB(300, 210) & 0xff).as("in its middle").isEqualTo(0);
            }
        }
    }

    private static PictureFile open(Path file, FileType type) throws Exception {
        return ((PictureFile.Opening.Open) PictureFile.open(file, type)).file();
    }
}
