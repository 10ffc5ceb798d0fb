package lectomen.engine.pdf.impose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.pdf.PdfReader;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.print.place.Medium;
import lectomen.engine.print.place.Placing;
import lectomen.engine.print.place.Position;
import lectomen.engine.print.place.Scale;
import lectomen.engine.print.place.Sheet;
import lectomen.engine.print.place.Turn;
import lectomen.engine.progress.Progress;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationRubberStamp;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceDictionary;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceStream;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PdfImposerTest {
    private static final double MM = Medium.MILLIMETRE;
    private static final int RED = 0xffff0000;

    @TempDir
    private Path temp;

    private final PDDocument document = new PDDocument();

    /** A page whose lower left quarter is red, with a word in it. */
    private PDPage page(double width, double height, String word) throws IOException {
        PDPage page = new PDPage(new PDRectangle((float) (width * MM), (float) (height * MM)));
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            content.setNonStrokingColor(1f, 0, 0);
            content.addRect(0, 0, (float) (width * MM / 2), (float) (height * MM / 2));
            content.fill();
            content.setNonStrokingColor(0f, 0, 0);
            content.beginText();
            content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 20);
            content.newLineAtOffset(30, 40);
            content.showText(word);
            content.endText();
        }
        return page;
    }

    private List<Sheet> impose(Placing placing) throws IOException {
        Path came = temp.resolve("came.pdf");
        document.save(came.toFile());
        document.close();
        return PdfImposer.impose(came, placing, temp.resolve("sheets.pdf"));
    }

    private static Placing on(String medium, Scale scale, Turn turn, int pages) {
        return new Placing(
                Medium.of(MediaSize.find(medium).orElseThrow(), 0), scale, turn, Position.CENTER, pages, false, false);
    }

    private int colour(int sheet, double across, double down) throws IOException {
        try (PDDocument sheets = Loader.loadPDF(temp.resolve("sheets.pdf").toFile())) {
            BufferedImage image = new PDFRenderer(sheets).renderImage(sheet, 0.5f);
            return image.getRGB((int) (image.getWidth() * across), (int) (image.getHeight() * down));
        }
    }

    private List<Page> read() throws IOException {
        ReadResult result = PdfReader.read(temp.resolve("sheets.pdf"), Progress.Listener.NONE);
        return ((ReadResult.Read) result).text().pages();
    }

    @Test
    void pagesKeepTheirTextAtItsPlace() throws Exception {
        page(210, 297, "NORTH");
        page(210, 297, "SOUTH");
        List<Sheet> sheets = impose(on("iso_a3_420x297mm", new Scale.None(), Turn.NO, 2));
        assertThat(sheets).hasSize(1);
        Page sheet = read().get(0);
        List<Word> words =
                sheet.lines().stream().flatMap(line -> line.words().stream()).toList();
        assertThat(words).extracting(Word::text).containsExactly("NORTH", "SOUTH");
        assertThat(words.get(1).box().left() - words.get(0).box().left()).isCloseTo(210 * MM, within(0.5));
    }

    @Test
    void aTurnedPageLiesOnItsSide() throws Exception {
        page(420, 297, "PLAN");
        impose(on("iso_a3_297x420mm", new Scale.Fit(), Turn.TO_FIT, 1));
        assertThat(colour(0, 0.9, 0.9))
                .as("the lower left of the page is at the lower right")
                .isEqualTo(RED);
        assertThat(colour(0, 0.1, 0.9)).isNotEqualTo(RED);
        assertThat(colour(0, 0.1, 0.1)).isNotEqualTo(RED);
    }

    @Test
    void whatThePageSaysOfItselfCounts() throws Exception {
        PDPage turned = page(210, 297, "TURNED");
        turned.setRotation(90);
        turned.setCropBox(new PDRectangle((float) (105 * MM), 0, (float) (105 * MM), (float) (297 * MM)));
        PDPage large = page(100, 100, "LARGE");
        large.setUserUnit(3);
        List<Sheet> sheets = impose(on("iso_a3_297x420mm", new Scale.None(), Turn.NO, 1));
        assertThat(sheets.get(0).pages().get(0).area().width() / MM).isCloseTo(297, within(0.1));
        assertThat(sheets.get(0).pages().get(0).area().height() / MM).isCloseTo(105, within(0.1));
        assertThat(colour(0, 0.1, 0.5))
                .as("the crop box leaves the red part out")
                .isNotEqualTo(RED);
        assertThat(sheets.get(1).pages().get(0).area().width() / MM).isCloseTo(300, within(0.1));
        assertThat(colour(1, 0.25, 0.6)).isEqualTo(RED);
    }

    @Test
    void aStampIsPrintedAndANoteIsNot() throws Exception {
        PDPage page = page(210, 297, "FORM");
        page.setAnnotations(List.of(stamp(300, true), stamp(400, false)));
        impose(on("iso_a4_210x297mm", new Scale.None(), Turn.NO, 1));
        assertThat(colour(0, 310 / (210 * MM), 1 - 310 / (297 * MM))).isEqualTo(0xff0000ff);
        assertThat(colour(0, 410 / (210 * MM), 1 - 410 / (297 * MM))).isNotEqualTo(0xff0000ff);
    }

    private PDAnnotationRubberStamp stamp(float at, boolean printed) throws IOException {
        PDAppearanceStream look = new PDAppearanceStream(document);
        look.setBBox(new PDRectangle(10, 10));
        look.getCOSObject().setItem(COSName.RESOURCES, new org.apache.pdfbox.cos.COSDictionary());
        try (PDPageContentStream content = new PDPageContentStream(document, look)) {
            content.setNonStrokingColor(0f, 0, 1f);
            content.addRect(0, 0, 10, 10);
            content.fill();
        }
        PDAppearanceDictionary looks = new PDAppearanceDictionary();
        looks.setNormalAppearance(look);
        PDAnnotationRubberStamp stamp = new PDAnnotationRubberStamp();
        stamp.setRectangle(new PDRectangle(at, at, 20, 20));
        stamp.setAppearance(looks);
        stamp.setPrinted(printed);
        return stamp;
    }

    @Test
    void aPageOfTwentyMetresGoesOnARoll() throws Exception {
        PDPage page = page(800, 2_000, "PROFILE");
        page.setUserUnit(10);
        List<Sheet> sheets = impose(
                new Placing(Medium.roll(914, 0), new Scale.AutoFit(), Turn.TO_FIT, Position.CENTER, 1, true, false));
        assertThat(sheets.get(0).height() / MM).isCloseTo(2_285, within(1.0));
        try (PDDocument made = Loader.loadPDF(temp.resolve("sheets.pdf").toFile())) {
            PDPage sheet = made.getPage(0);
            assertThat(sheet.getMediaBox().getHeight() * sheet.getUserUnit() / MM)
                    .isCloseTo(2_285, within(1.0));
        }
        assertThat(read().get(0).text()).contains("PROFILE");
    }

    @Test
    void aSheetLongerThanAPageCanBeCountsInLargerUnits() throws Exception {
        PDPage page = page(500, 2_000, "LONG");
        page.setUserUnit(5);
        impose(new Placing(Medium.roll(2_500, 0), new Scale.None(), Turn.NO, Position.CENTER, 1, false, false));
        try (PDDocument made = Loader.loadPDF(temp.resolve("sheets.pdf").toFile())) {
            PDPage sheet = made.getPage(0);
            assertThat(sheet.getMediaBox().getHeight()).isLessThanOrEqualTo(14_400);
            assertThat(sheet.getMediaBox().getHeight() * sheet.getUserUnit() / MM)
                    .isCloseTo(10_000, within(1.0));
        }
    }
}
