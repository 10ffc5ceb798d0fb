package lectomen.engine.pdf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.pdf.inspect.PdfInspector;
import lectomen.engine.pdf.write.PageLook;
import lectomen.engine.pdf.write.PdfPages;
import lectomen.engine.prepare.PaperMaker;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.filter.FilterFactory;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.color.PDColorSpace;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceGray;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** PDFs whose pages are pictures, in each way that they may be packed. */
class PagePicturesTest {
    private static final int DOTS = 100;

    @TempDir
    private Path temp;

    private final BufferedImage letter = new PaperMaker(21, DOTS).letter();

    private interface Content {
        void draw(PDDocument document, PDPageContentStream content) throws IOException;
    }

    private Path pdf(Content drawn) throws IOException {
        Path file = temp.resolve("scan.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                drawn.draw(document, content);
            }
            document.save(file.toFile());
        }
        return file;
    }

    private Path pdf(byte[] packed, COSName filter, int bits, PDColorSpace colours) throws IOException {
        return pdf((document, content) -> {
            PDImageXObject image = new PDImageXObject(
                    document,
                    new ByteArrayInputStream(packed),
                    filter,
                    letter.getWidth(),
                    letter.getHeight(),
                    bits,
                    colours);
            content.drawImage(image, 0, 0, PDRectangle.A4.getWidth(), PDRectangle.A4.getHeight());
        });
    }

    private static void looksLike(Path pdf, BufferedImage expected, ColourDepth ink) throws IOException {
        try (PdfPages pages = PdfPages.open(pdf, PageLook.USUAL)) {
            PagePixels page = pages.findScan(1).orElseThrow();
            byte[] found = Pixels.bytes(Pixels.as(ColourDepth.GREY, page.image()));
            byte[] wanted = Pixels.bytes(Pixels.as(ColourDepth.GREY, Pixels.as(ink, expected)));
            int width = Math.min(page.width(), expected.getWidth());
            int height = Math.min(page.height(), expected.getHeight());
            assertThat(page.width()).isBetween(expected.getWidth() - 2, expected.getWidth() + 2);
            long difference = 0;
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    difference += Math.abs(
                            (found[y * page.width() + x] & 0xff) - (wanted[y * expected.getWidth() + x] & 0xff));
                }
            }
            assertThat((double) difference / (width * height)).isLessThan(6);
            long dark = 0;
            for (byte point : found) {
                dark += (point & 0xff) < 128 ? 1 : 0;
            }
            assertThat(dark).as("points with ink").isGreaterThan(found.length / 100);
        }
    }

    private byte[] faxed() throws IOException {
        byte[] bits =
                Pixels.bytes(Pixels.as(ColourDepth.BLACK_AND_WHITE, letter)).clone();
        for (int i = 0; i < bits.length; i++) {
            bits[i] = (byte) ~bits[i];
        }
        COSDictionary parameters = new COSDictionary();
        parameters.setInt(COSName.K, -1);
        parameters.setInt(COSName.COLUMNS, letter.getWidth());
        parameters.setInt(COSName.ROWS, letter.getHeight());
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        COSDictionary holder = new COSDictionary();
        holder.setItem(COSName.DECODE_PARMS, parameters);
        holder.setInt(COSName.COLUMNS, letter.getWidth());
        holder.setInt(COSName.ROWS, letter.getHeight());
        FilterFactory.INSTANCE
                .getFilter(COSName.CCITTFAX_DECODE)
                .encode(new ByteArrayInputStream(bits), packed, holder, 0);
        return packed.toByteArray();
    }

    /** ITU-T T.88: a page, and on it one region that is coded as a fax is (6.2.6, 7.2, 7.4.6, 7.4.8). */
    private byte[] jbig2() throws IOException {
        byte[] fax = faxed();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        DataOutputStream out = new DataOutputStream(bytes);
        segment(out, 0, 48, 19);
        out.writeInt(letter.getWidth());
        out.writeInt(letter.getHeight());
        out.writeInt(0);
        out.writeInt(0);
        out.write(0);
        out.writeShort(0);
        segment(out, 1, 38, 18 + fax.length);
        out.writeInt(letter.getWidth());
        out.writeInt(letter.getHeight());
        out.writeInt(0);
        out.writeInt(0);
        out.write(0);
        out.write(1);
        out.write(fax);
        return bytes.toByteArray();
    }

    private static void segment(DataOutputStream out, int number, int type, int length) throws IOException {
        out.writeInt(number);
        out.write(type);
        out.write(0);
        out.write(1);
        out.writeInt(length);
    }

    @Test
    void picturesPackedByJbig2AreRead() throws IOException {
        looksLike(pdf(jbig2(), COSName.JBIG2_DECODE, 1, PDDeviceGray.INSTANCE), letter, ColourDepth.BLACK_AND_WHITE);
    }

    @Test
    void picturesPackedByJpeg2000AreRead() throws IOException {
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName("jpeg 2000");
        ImageWriter writer = writers.next();
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(packed)) {
            writer.setOutput(out);
            writer.write(null, new IIOImage(letter, null, null), null);
        }
        looksLike(pdf(packed.toByteArray(), COSName.JPX_DECODE, 8, PDDeviceGray.INSTANCE), letter, ColourDepth.GREY);
    }

    @Test
    void inlinePicturesAreRead() throws IOException {
        BufferedImage small = Pixels.as(ColourDepth.BLACK_AND_WHITE, letter);
        Path file = temp.resolve("scan.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            PDStream stream = new PDStream(document);
            try (OutputStream out = stream.createOutputStream()) {
                out.write(("595.28 0 0 841.89 0 0 cm BI /W " + small.getWidth() + " /H " + small.getHeight()
                                + " /BPC 1 /CS /G ID ")
                        .getBytes(StandardCharsets.US_ASCII));
                out.write(Pixels.bytes(small));
                out.write("\nEI\n".getBytes(StandardCharsets.US_ASCII));
            }
            page.setContents(stream);
            document.save(file.toFile());
        }
        looksLike(file, letter, ColourDepth.BLACK_AND_WHITE);
    }

    @Test
    void aPictureThatCantBeDecodedIsSaidRatherThanLeftWhite() throws IOException {
        Path file = pdf(new byte[] {1, 2, 3}, COSName.JBIG2_DECODE, 1, PDDeviceGray.INSTANCE);
        try (PdfPages pages = PdfPages.open(file, PageLook.USUAL)) {
            assertThatThrownBy(() -> pages.findScan(1)).hasMessageContaining("can't be decoded");
        }
        assertThatThrownBy(() -> PagePicture.draw(file, 1, 300))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("can't be decoded");
    }

    @Test
    void aPageWithTextOfItsOwnIsNoScan() throws IOException {
        Path file = pdf((document, content) -> {
            content.beginText();
            content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 12);
            content.newLineAtOffset(100, 100);
            content.showText("born digital");
            content.endText();
        });
        try (PdfPages pages = PdfPages.open(file, PageLook.USUAL)) {
            assertThat(pages.findScan(1)).isEmpty();
        }
    }

    @Test
    void pagesThatLeadBackToThemselvesAreRefused() throws IOException {
        String cyclic = """
                %PDF-1.4
                1 0 obj <</Type/Catalog/Pages 2 0 R>> endobj
                2 0 obj <</Type/Pages/Kids[3 0 R]/Count 9>> endobj
                3 0 obj <</Type/Pages/Parent 2 0 R/Kids[2 0 R 3 0 R]/Count 9>> endobj
                trailer <</Root 1 0 R>>
                %%EOF
                """;
        Path file = Files.writeString(temp.resolve("cyclic.pdf"), cyclic);
        PdfInspector.Result result = PdfInspector.inspect(file);
        assertThat(result).isInstanceOf(PdfInspector.Result.Unreadable.class);
    }
}
