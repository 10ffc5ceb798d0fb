package lectomen.engine.pdf.impose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import javax.imageio.ImageIO;
import lectomen.engine.print.ability.SheetDrawing;
import lectomen.engine.print.place.Margins;
import lectomen.engine.print.raster.PwgRasterReader;
import lectomen.engine.print.raster.RasterColour;
import lectomen.engine.print.raster.RasterSide;
import lectomen.engine.print.raster.SheetBack;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.progress.Progress;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class SheetFileTest {
    private static final Margins NONE = Margins.same(0);

    @TempDir
    private static Path temp;

    private static Path pdf;

    /** Three pages of A5, with text, lines and colours, none of which is the same upside down or mirrored. */
    @BeforeAll
    static void write() throws IOException {
        pdf = temp.resolve("pages.pdf");
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 3; i++) {
                PDPage page = new PDPage(PDRectangle.A5);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.setNonStrokingColor(i == 1 ? Color.BLUE : Color.RED);
                    content.addRect(40, 30 + i * 20, 90, 60);
                    content.fill();
                    content.setNonStrokingColor(Color.BLACK);
                    content.beginText();
                    content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 24);
                    content.newLineAtOffset(60, 480);
                    content.showText("Berth " + (14 + i));
                    content.endText();
                    content.moveTo(20, 20);
                    content.lineTo(400, 550);
                    content.stroke();
                }
            }
            document.save(pdf.toFile());
        }
    }

    private static SheetDrawing drawing(RasterColour colour, int dots, SheetBack back, String... ticket) {
        Map<String, String> words = new TreeMap<>(Map.of("media", "iso_a5_148x210mm"));
        for (int i = 0; i < ticket.length; i += 2) {
            words.put(ticket[i], ticket[i + 1]);
        }
        return new SheetDrawing(
                SheetDrawing.Format.PWG_RASTER, dots, dots, colour, back, new SheetLayout(words, NONE), 1);
    }

    private record Side(RasterSide head, int[][] pixels) {}

    /** Sides in sRGB, as they are written. */
    private static List<Side> draw(SheetDrawing how) throws IOException {
        return draw(pdf, how);
    }

    private static List<Side> draw(Path document, SheetDrawing how) throws IOException {
        Path to = Files.createTempFile(temp, "sheets", ".pwg");
        SheetFile.draw(document, how, to, Progress.Listener.NONE);
        List<Side> sides = new ArrayList<>();
        try (InputStream in = new BufferedInputStream(Files.newInputStream(to))) {
            PwgRasterReader reader = new PwgRasterReader(in);
            for (Optional<RasterSide> head = reader.next(); head.isPresent(); head = reader.next()) {
                int[][] pixels = new int[head.get().height()][head.get().width()];
                for (int[] row : pixels) {
                    byte[] line = reader.line();
                    for (int x = 0; x < row.length; x++) {
                        row[x] = (line[3 * x] & 0xff) << 16 | (line[3 * x + 1] & 0xff) << 8 | line[3 * x + 2] & 0xff;
                    }
                }
                sides.add(new Side(head.get(), pixels));
            }
        }
        return sides;
    }

    /** The page as it is drawn in one piece. */
    private static BufferedImage drawn(int page, int dots) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            return new PDFRenderer(document).renderImageWithDPI(page, dots, ImageType.RGB);
        }
    }

    private static int difference(int one, int other) {
        int most = 0;
        for (int shift = 0; shift <= 16; shift += 8) {
            most = Math.max(most, Math.abs((one >> shift & 0xff) - (other >> shift & 0xff)));
        }
        return most;
    }

    private static double partThatDiffers(int[][] pixels, BufferedImage image) {
        int height = Math.min(pixels.length, image.getHeight());
        int width = Math.min(pixels[0].length, image.getWidth());
        assertThat(Math.abs(pixels.length - image.getHeight())).isLessThanOrEqualTo(1);
        assertThat(Math.abs(pixels[0].length - image.getWidth())).isLessThanOrEqualTo(1);
        int differ = 0;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                differ += difference(pixels[y][x], image.getRGB(x, y)) > 64 ? 1 : 0;
            }
        }
        return (double) differ / height / width;
    }

    /** At 600 dots the page is drawn in several bands. */
    @ParameterizedTest
    @CsvSource({"72", "600"})
    void sidesAreThePagesAsTheyAreDrawnInOnePiece(int dots) throws IOException {
        List<Side> sides = draw(drawing(RasterColour.SRGB_8, dots, SheetBack.NORMAL));
        assertThat(sides).hasSize(3);
        for (int page = 0; page < 3; page++) {
            Side side = sides.get(page);
            assertThat(side.head().dotsAcross()).isEqualTo(dots);
            assertThat(side.head().sides()).isEqualTo(3);
            assertThat(side.head().media()).isEqualTo("iso_a5_148x210mm");
            assertThat(partThatDiffers(side.pixels(), drawn(page, dots)))
                    .as("page " + page)
                    .isLessThan(0.004);
        }
    }

    /** Drawn back by what its header says, each back is the page as it is read. */
    @ParameterizedTest
    @EnumSource(SheetBack.class)
    void backsAreTransformedAsTheirHeaderSays(SheetBack back) throws IOException {
        for (String sides : List.of("two-sided-long-edge", "two-sided-short-edge")) {
            List<Side> drawn = draw(drawing(RasterColour.SRGB_8, 100, back, "sides", sides));
            for (int page = 0; page < 3; page++) {
                RasterSide head = drawn.get(page).head();
                assertThat(head.duplex()).isTrue();
                assertThat(head.tumble()).isEqualTo(sides.endsWith("short-edge"));
                int[][] pixels = drawn.get(page).pixels();
                int[][] upright = new int[head.height()][head.width()];
                for (int y = 0; y < head.height(); y++) {
                    for (int x = 0; x < head.width(); x++) {
                        upright[head.mirroredAlong() ? head.height() - 1 - y : y][
                                        head.mirroredAcross() ? head.width() - 1 - x : x] =
                                pixels[y][x];
                    }
                }
                assertThat(partThatDiffers(upright, drawn(page, 100)))
                        .as(back + ", " + sides + ", page " + page)
                        .isLessThan(0.004);
            }
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            number-up    | 2         | 2
            page-ranges  | 2         | 1
            page-ranges  | 1, 3      | 2
            """)
    void theTicketChoosesAndPlacesPages(String word, String value, int sides) throws IOException {
        assertThat(draw(drawing(RasterColour.SRGB_8, 72, SheetBack.NORMAL, word, value)))
                .hasSize(sides);
    }

    /** Each copy begins on a sheet of its own. */
    @ParameterizedTest
    @CsvSource({"one-sided, 9", "two-sided-long-edge, 12"})
    void copiesFollowEachOtherForAPrinterThatMakesNone(String sides, int written) throws IOException {
        SheetDrawing one = drawing(RasterColour.SRGB_8, 72, SheetBack.NORMAL, "sides", sides);
        SheetDrawing three = new SheetDrawing(
                one.format(), one.dotsAcross(), one.dotsAlong(), one.colour(), one.back(), one.layout(), 3);
        List<Side> drawn = draw(three);
        assertThat(drawn).hasSize(written);
        for (int copy = 0; copy < 3; copy++) {
            for (int page = 0; page < 3; page++) {
                int[][] pixels = drawn.get(copy * written / 3 + page).pixels();
                assertThat(partThatDiffers(pixels, drawn(page, 72))).isLessThan(0.004);
            }
        }
    }

    @Test
    void ofPagesThatAreNotThereNothingIsDrawn() throws IOException {
        Path to = Files.createTempFile(temp, "none", ".pwg");
        SheetDrawing how = drawing(RasterColour.SRGB_8, 72, SheetBack.NORMAL, "page-ranges", "7-9");
        assertThat(SheetFile.draw(pdf, how, to, Progress.Listener.NONE)).isZero();
        assertThat(to).isEmptyFile();
    }

    @Test
    void aBrokenPdfIsRefusedRatherThanTakenToHaveNoPages() throws IOException {
        Path broken = Files.writeString(temp.resolve("broken.pdf"), "%PDF-1.7 and no more");
        Path to = Files.createTempFile(temp, "broken", ".pwg");
        SheetDrawing how = drawing(RasterColour.SRGB_8, 72, SheetBack.NORMAL);
        assertThatThrownBy(() -> SheetFile.draw(broken, how, to, Progress.Listener.NONE))
                .isInstanceOf(IOException.class);
        assertThat(to).isEmptyFile();
    }

    /** A page can't be longer than 5.08 m unless it counts in larger units. */
    @Test
    void aPageOfTwentyMetresIsDrawnToItsEnd() throws IOException {
        double points = 20_000 * 72 / 25.4;
        Path plan = temp.resolve("long.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle((float) (points / 5), 200));
            page.setUserUnit(5);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.setNonStrokingColor(Color.RED);
                content.addRect((float) (points / 5) - 20, 0, 20, 20);
                content.fill();
            }
            document.save(plan.toFile());
        }
        SheetLayout own = new SheetLayout(Map.of("print-scaling", "none"), NONE);
        SheetDrawing how =
                new SheetDrawing(SheetDrawing.Format.PWG_RASTER, 36, 36, RasterColour.SRGB_8, SheetBack.NORMAL, own, 1);
        Side side = draw(plan, how).get(0);
        int width = (int) Math.round(points / 2);
        assertThat(side.head().width()).isEqualTo(width);
        assertThat(side.head().height()).isEqualTo(500);
        assertThat(side.pixels()[490][width - 10]).as("bottom right").isEqualTo(0xff0000);
        assertThat(side.pixels()[10][width - 10]).as("top right").isEqualTo(0xffffff);
    }

    @Test
    void oneSheetCanBeAPicture() throws IOException {
        Path to = Files.createTempFile(temp, "one", ".jpg");
        SheetLayout second = new SheetLayout(Map.of("media", "iso_a5_148x210mm", "page-ranges", "2"), NONE);
        SheetDrawing how =
                new SheetDrawing(SheetDrawing.Format.JPEG, 300, 300, RasterColour.SRGB_8, SheetBack.NORMAL, second, 1);
        assertThat(SheetFile.draw(pdf, how, to, Progress.Listener.NONE)).isEqualTo(1);
        BufferedImage picture = ImageIO.read(to.toFile());
        int[][] pixels = new int[picture.getHeight()][picture.getWidth()];
        for (int y = 0; y < pixels.length; y++) {
            for (int x = 0; x < pixels[y].length; x++) {
                pixels[y][x] = picture.getRGB(x, y);
            }
        }
        assertThat(partThatDiffers(pixels, drawn(1, 300))).isLessThan(0.006);
        SheetLayout all = new SheetLayout(Map.of("media", "iso_a5_148x210mm"), NONE);
        SheetDrawing three =
                new SheetDrawing(SheetDrawing.Format.JPEG, 300, 300, RasterColour.SRGB_8, SheetBack.NORMAL, all, 1);
        Path nothing = Files.createTempFile(temp, "three", ".jpg");
        assertThat(SheetFile.draw(pdf, three, nothing, Progress.Listener.NONE)).isEqualTo(3);
        assertThat(nothing).isEmptyFile();
    }
}
