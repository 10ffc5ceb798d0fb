package lectomen.engine.convert;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureWriter;
import lectomen.engine.image.Pixels;
import lectomen.engine.pdf.write.ArchiveChecker;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.pdf.write.PictureChoice;
import lectomen.engine.prepare.PaperMaker;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class ConverterTest {
    private static final int DOTS = 100;
    private static final Instant NOW = Instant.parse("2026-03-02T09:30:00Z");

    @TempDir
    private Path temp;

    private SourceDocument picture(FileType type, ColourDepth ink, int pages) throws IOException {
        Path file = temp.resolve("source." + type.ending());
        PaperMaker maker = new PaperMaker(12, DOTS);
        if (PictureWriter.writes(type)) {
            try (PictureWriter out = PictureWriter.begin(type, file, 85)) {
                for (int i = 0; i < pages; i++) {
                    out.add(new PagePixels(Pixels.as(ink, maker.letter()), DOTS, DOTS));
                }
            }
        } else {
            ImageIO.write(Pixels.as(ink, maker.letter()), type.word(), file.toFile());
        }
        return new SourceDocument(file, type, file.getFileName().toString());
    }

    private ConversionResult convert(SourceDocument source, Conversion wanted) throws IOException {
        return new Converter(temp, source, NOW, Progress.Listener.NONE).convert(source, wanted);
    }

    private static ConversionResult.Files made(ConversionResult made) {
        assertThat(made).isInstanceOf(ConversionResult.Files.class);
        return (ConversionResult.Files) made;
    }

    @ParameterizedTest
    @CsvSource({
        "TIFF, BLACK_AND_WHITE, 3", "TIFF, GREY, 2", "TIFF, COLOUR, 1", "JPEG, GREY, 1", "JPEG, COLOUR, 1",
        "PNG, BLACK_AND_WHITE, 1", "PNG, COLOUR, 1", "GIF, GREY, 1", "BMP, COLOUR, 1", "BMP, BLACK_AND_WHITE, 1"
    })
    void picturesOfEveryKindBecomeValidPdfsAndAnyGrowthIsReported(FileType type, ColourDepth ink, int pages)
            throws Exception {
        SourceDocument source = picture(type, ink, pages);
        for (TargetFormat form : List.of(pages == 1 ? TargetFormat.PDF_A_1B : TargetFormat.PDF_A_2U)) {
            ConversionResult.Files made = made(convert(source, Conversion.to(form)));
            byte[] pdf = Files.readAllBytes(made.files().get(0));
            assertThat(ArchiveChecker.problems(pdf, form.pdf().orElseThrow())).isEmpty();
            try (PDDocument document = Loader.loadPDF(pdf)) {
                assertThat(document.getNumberOfPages()).isEqualTo(pages);
            }
            boolean larger = pdf.length > Files.size(source.file()) * 1.1 + 20_000;
            assertThat(made.notes().stream().map(Reason::code).toList().contains("convert.larger"))
                    .isEqualTo(larger);
        }
    }

    /** The second of what a PDF for archives takes that the first does not. */
    private SourceDocument dingbats() throws IOException {
        Path file = temp.resolve("odd.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage();
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.beginText();
                content.setFont(new PDType1Font(Standard14Fonts.FontName.ZAPF_DINGBATS), 20);
                content.newLineAtOffset(100, 500);
                content.showText("\u2714");
                content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 20);
                content.showText(" inspected");
                content.endText();
            }
            document.save(file.toFile());
        }
        return new SourceDocument(file, FileType.PDF, "odd.pdf");
    }

    private static Conversion archive(PdfaFallback otherwise) {
        Conversion usual = Conversion.to(TargetFormat.PDF_A_2B);
        return new Conversion(usual.form(), usual.look(), 150, otherwise, usual.details(), false);
    }

    @Test
    void aPdfThatCantBeArchivedFailsIsKeptOrBecomesPicturesAsIsWished() throws Exception {
        SourceDocument source = dingbats();
        ConversionResult failed = convert(source, archive(PdfaFallback.FAIL));
        assertThat(failed).isInstanceOf(ConversionResult.Failed.class);
        assertThat(((ConversionResult.Failed) failed).reason().words())
                .contains("It can't be converted to PDF/A-2b")
                .contains("Font ZapfDingbats is not embedded");
        ConversionResult.Files kept = made(convert(source, archive(PdfaFallback.KEEP)));
        assertThat(kept.files()).containsExactly(source.file());
        assertThat(kept.notes().get(0).words()).contains("ZapfDingbats");
        ConversionResult.Files pictures = made(convert(source, archive(PdfaFallback.PICTURES)));
        byte[] pdf = Files.readAllBytes(pictures.files().get(0));
        assertThat(ArchiveChecker.problems(pdf, PdfTarget.PDF_A_2B)).isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document)).contains("inspected");
        }
    }

    @Test
    void whatIsSaidOfADocumentGoesOverWhatItSaysItself() throws Exception {
        SourceDocument source = picture(FileType.TIFF, ColourDepth.GREY, 1);
        Conversion usual = Conversion.to(TargetFormat.PDF_A_3B);
        Conversion.Saying saying = new Conversion.Saying(
                Optional.of("Berth 7"),
                Optional.empty(),
                Optional.of("Fenders"),
                Optional.of("berth; fender, quay"),
                Optional.of("en-GB"));
        ConversionResult.Files made = made(
                convert(source, new Conversion(usual.form(), usual.look(), 300, usual.ifNotPossible(), saying, true)));
        byte[] pdf = Files.readAllBytes(made.files().get(0));
        assertThat(ArchiveChecker.problems(pdf, PdfTarget.PDF_A_3B)).isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getDocumentInformation().getTitle()).isEqualTo("Berth 7");
            assertThat(document.getDocumentInformation().getKeywords()).isEqualTo("berth, fender, quay");
            assertThat(document.getDocumentCatalog().getLanguage()).isEqualTo("en-GB");
            byte[] carried = document.getDocumentCatalog()
                    .getNames()
                    .getEmbeddedFiles()
                    .getNames()
                    .get("source.tif")
                    .getEmbeddedFile()
                    .toByteArray();
            assertThat(carried).isEqualTo(Files.readAllBytes(source.file()));
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = TargetFormat.class,
            names = {"PDF_A_1B", "PDF_A_2U"})
    void theTextOfPicturesCanBeFoundInThePdf(TargetFormat form) throws Exception {
        Path file = temp.resolve("letter.tif");
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
            out.add(new PagePixels(new PaperMaker(17, 200).letter(), 200, 200));
        }
        SourceDocument source = new SourceDocument(file, FileType.TIFF, "letter.tif");
        byte[] pdf = Files.readAllBytes(made(convert(source, Conversion.to(form).searchable(true)))
                .files()
                .get(0));
        assertThat(ArchiveChecker.problems(pdf, form.pdf().orElseThrow())).isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document)).contains("report", "harbour");
        }
    }

    @Test
    void aFormOfOnePageGivesAFileForEach() throws Exception {
        ConversionResult.Files made =
                made(convert(picture(FileType.TIFF, ColourDepth.GREY, 3), Conversion.to(TargetFormat.PNG)));
        assertThat(made.files()).hasSize(3);
        try (PictureFile png = open(made.files().get(2), FileType.PNG)) {
            assertThat(png.pages().get(0).dotsPerInchX()).isBetween(99.9, 100.1);
        }
    }

    private static PictureFile open(Path file, FileType type) throws IOException {
        return ((PictureFile.Opening.Open) PictureFile.open(file, type)).file();
    }

    @ParameterizedTest
    @CsvSource({
        "400, , , 0, 400, 565",
        ", 500, , 0, 354, 500",
        "400, 400, , 0, 283, 400",
        ", , 50, 0, 414, 585",
        ", , , 1, 1169, 827",
        "300, , , 3, 300, 212"
    })
    void picturesAreResizedAndTurnedAndThePaperStaysAsLarge(
            Integer width, Integer height, Double percent, int quarters, int newWidth, int newHeight) throws Exception {
        PictureResizer.Wanted wanted = new PictureResizer.Wanted(
                width == null ? OptionalInt.empty() : OptionalInt.of(width),
                height == null ? OptionalInt.empty() : OptionalInt.of(height),
                percent == null ? OptionalDouble.empty() : OptionalDouble.of(percent),
                quarters,
                Optional.of(FileType.PNG),
                85);
        SourceDocument source = picture(FileType.JPEG, ColourDepth.COLOUR, 1);
        ConversionResult.Files made = made(new PictureResizer(temp, Progress.Listener.NONE).resize(source, wanted));
        try (PictureFile resized = open(made.files().get(0), FileType.PNG)) {
            assertThat(resized.pages().get(0).width()).isEqualTo(newWidth);
            assertThat(resized.pages().get(0).height()).isEqualTo(newHeight);
            double longSide = Math.max(
                    resized.pages().get(0).pageWidth(), resized.pages().get(0).pageHeight());
            assertThat(longSide * 25.4 / 72).isBetween(296.0, 298.0);
        }
    }

    @Test
    void aLargeSheetIsMadeSmallerAsItIsRead() throws Exception {
        BufferedImage sheet = Pixels.empty(6_000, 4_000, ColourDepth.BLACK_AND_WHITE);
        Graphics2D graphics = sheet.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, 3_000, 4_000);
        graphics.dispose();
        Path file = temp.resolve("sheet.tif");
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, file, 85)) {
            out.add(new PagePixels(sheet, 300, 300));
        }
        PictureResizer.Wanted wanted = new PictureResizer.Wanted(
                OptionalInt.empty(), OptionalInt.empty(), OptionalDouble.of(5), 1, Optional.of(FileType.PNG), 85);
        ConversionResult.Files made = made(new PictureResizer(temp, Progress.Listener.NONE)
                .resize(new SourceDocument(file, FileType.TIFF, "sheet.tif"), wanted));
        BufferedImage small = ImageIO.read(made.files().get(0).toFile());
        assertThat(small.getWidth()).isEqualTo(200);
        assertThat(small.getHeight()).isEqualTo(300);
        assertThat(small.getRGB(100, 20) & 0xff).as("its left is above now").isGreaterThan(250);
        assertThat(small.getRGB(100, 280) & 0xff).isLessThan(5);
    }

    @Test
    void scannedPagesOfAPdfArePreparedAndTheOthersStayAsTheyAre() throws Exception {
        PaperMaker maker = new PaperMaker(31, DOTS);
        List<BufferedImage> scans = List.of(maker.leaning(maker.letter(), 3, false), maker.blank());
        Path tiff = temp.resolve("scans.tif");
        try (PictureWriter out = PictureWriter.begin(FileType.TIFF, tiff, 85)) {
            for (BufferedImage scan : scans) {
                out.add(new PagePixels(scan, DOTS, DOTS));
            }
        }
        Path pdf = made(convert(new SourceDocument(tiff, FileType.TIFF, "scans.tif"), Conversion.to(TargetFormat.PDF)))
                .files()
                .get(0);
        Path mixed = temp.resolve("mixed.pdf");
        try (PDDocument document = Loader.loadPDF(pdf.toFile());
                PDDocument other = Loader.loadPDF(dingbats().file().toFile())) {
            document.importPage(other.getPage(0));
            document.save(mixed.toFile());
        }
        Preparation wanted = new Preparation(false, true, true, true, false, false, false, OptionalDouble.of(0.5));
        ConversionResult.Files made = made(new DocumentPreparer(temp, Progress.Listener.NONE)
                .prepare(new SourceDocument(mixed, FileType.PDF, "mixed.pdf"), wanted));
        List<String> codes =
                new ArrayList<>(made.notes().stream().map(Reason::code).toList());
        assertThat(codes).containsExactly("page.straightened", "page.blank");
        try (PDDocument document = Loader.loadPDF(made.files().get(0).toFile())) {
            assertThat(document.getNumberOfPages()).isEqualTo(2);
            assertThat(new PDFTextStripper().getText(document)).contains("inspected");
        }
    }

    @Test
    void whatNeedsNothingComesOutAsTheVeryFile() throws Exception {
        SourceDocument source = picture(FileType.TIFF, ColourDepth.BLACK_AND_WHITE, 2);
        ConversionResult.Files made =
                made(new DocumentPreparer(temp, Progress.Listener.NONE).prepare(source, Preparation.USUAL));
        assertThat(made.files()).containsExactly(source.file());
        assertThat(made.notes()).isEmpty();
    }

    @Test
    void whatHasNoPagesIsSaid() throws Exception {
        Path file = Files.write(temp.resolve("a.txt"), "text".getBytes(StandardCharsets.UTF_8));
        SourceDocument text = new SourceDocument(file, FileType.TEXT, "a.txt");
        SourceDocument rows = new SourceDocument(file, FileType.JSON, "a.json");
        assertThat(((ConversionResult.Failed) convert(rows, Conversion.to(TargetFormat.PDF)))
                        .reason()
                        .code())
                .isEqualTo("convert.unsupported");
        assertThat(((ConversionResult.Failed)
                                new DocumentPreparer(temp, Progress.Listener.NONE).prepare(text, Preparation.USUAL))
                        .reason()
                        .code())
                .isEqualTo("prepare.not-pages");
    }

    @Test
    void picturesDoNotTellTheirPartsAndBecomeAllButAccessible() throws Exception {
        SourceDocument scan = picture(FileType.TIFF, ColourDepth.BLACK_AND_WHITE, 1);
        Conversion told = Conversion.to(TargetFormat.PDF_A_2A);
        assertThat(((ConversionResult.Failed) convert(scan, told)).reason().code())
                .isEqualTo("archive.no-structure");
        Conversion kept = new Conversion(
                TargetFormat.PDF_A_2A, PageLook.USUAL, 300, PdfaFallback.KEEP, Conversion.Saying.NOTHING, false);
        ConversionResult.Files made = made(convert(scan, kept));
        assertThat(made.notes()).extracting(Reason::code).contains("archive.no-structure");
        assertThat(ArchiveChecker.problems(Files.readAllBytes(made.files().get(0)), PdfTarget.PDF_A_2U))
                .isEmpty();
    }

    @Test
    void layersOfAPhotographAreStillValid() throws Exception {
        SourceDocument source = picture(FileType.JPEG, ColourDepth.COLOUR, 1);
        Conversion layered = new Conversion(
                TargetFormat.PDF_A_1B,
                new PageLook(PictureChoice.LAYERED, 70, Optional.empty()),
                300,
                PdfaFallback.FAIL,
                Conversion.Saying.NOTHING,
                false);
        byte[] pdf = Files.readAllBytes(made(convert(source, layered)).files().get(0));
        assertThat(ArchiveChecker.problems(pdf, PdfTarget.PDF_A_1B)).isEmpty();
        assertThat((long) pdf.length).isLessThan(Files.size(source.file()));
    }

    /**
     * The left half bare paper, the right cyan and yellow.
     *
     * @param marked with the usual marker, whose inks count the other way round
     */
    private Path inks(boolean marked) throws IOException {
        Path file = temp.resolve("inks.jpg");
        WritableRaster raster = Raster.createInterleavedRaster(DataBuffer.TYPE_BYTE, 200, 100, 4, null);
        int none = marked ? 255 : 0;
        int full = 255 - none;
        int[] left = {none, none, none, none};
        int[] right = {full, none, full, none};
        for (int y = 0; y < 100; y++) {
            for (int x = 0; x < 200; x++) {
                raster.setPixel(x, y, x < 100 ? left : right);
            }
        }
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName("jpeg");
        ImageWriter writer = writers.next();
        while (!writer.canWriteRasters()) {
            writer = writers.next();
        }
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            writer.write(new IIOImage(raster, null, null));
        }
        if (marked) {
            byte[] bare = Files.readAllBytes(file);
            ByteArrayOutputStream whole = new ByteArrayOutputStream();
            whole.write(bare, 0, 2);
            whole.write(new byte[] {(byte) 0xff, (byte) 0xee, 0, 14, 'A', 'd', 'o', 'b', 'e', 0, 100, 0, 0, 0, 0, 0});
            whole.write(bare, 2, bare.length - 2);
            Files.write(file, whole.toByteArray());
        }
        return file;
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void printingInksOfAJpegBecomeRedGreenAndBlue(boolean marked) throws Exception {
        SourceDocument source = new SourceDocument(inks(marked), FileType.JPEG, "inks.jpg");
        byte[] pdf = Files.readAllBytes(made(convert(source, Conversion.to(TargetFormat.PDF_A_2B)))
                .files()
                .get(0));
        assertThat(ArchiveChecker.problems(pdf, PdfTarget.PDF_A_2B)).isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            BufferedImage drawn = new PDFRenderer(document).renderImageWithDPI(0, 72);
            Color white = new Color(drawn.getRGB(drawn.getWidth() / 4, drawn.getHeight() / 2));
            Color green = new Color(drawn.getRGB(drawn.getWidth() * 3 / 4, drawn.getHeight() / 2));
            assertThat(white.getRed()).isGreaterThan(240);
            assertThat(green.getGreen()).isGreaterThan(100);
            assertThat(green.getRed()).as("of " + green + " beside " + white).isLessThan(90);
        }
    }
}
