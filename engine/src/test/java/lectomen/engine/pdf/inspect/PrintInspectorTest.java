package lectomen.engine.pdf.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lectomen.engine.print.facts.PageFacts;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDSeparation;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PrintInspectorTest {
    @TempDir
    private Path temp;

    private interface Drawing {
        void on(PDDocument document, PDPageContentStream content) throws IOException;
    }

    private Path pdf(Drawing... pages) throws IOException {
        Path file = temp.resolve("pages.pdf");
        try (PDDocument document = new PDDocument()) {
            for (Drawing drawing : pages) {
                PDPage page = new PDPage(PDRectangle.A4);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    drawing.on(document, content);
                }
            }
            document.save(file.toFile());
        }
        return file;
    }

    private static Drawing area(Color colour) {
        return (document, content) -> {
            content.setNonStrokingColor(colour);
            content.addRect(100, 100, 200, 200);
            content.fill();
        };
    }

    private static Drawing picture(int rgb) {
        return (document, content) -> {
            BufferedImage image = new BufferedImage(20, 20, BufferedImage.TYPE_INT_RGB);
            for (int i = 0; i < 400; i++) {
                image.setRGB(i % 20, i / 20, rgb);
            }
            content.drawImage(LosslessFactory.createFromImage(document, image), 50, 50, 300, 300);
        };
    }

    @Test
    void aPageIsInColourWhereAColourShowsHoweverItGotThere() throws IOException {
        Path file = pdf(
                area(Color.BLACK),
                area(Color.RED),
                picture(0x777777),
                picture(0x2255aa),
                (document, content) -> {},
                (document, content) -> {
                    content.setStrokingColor(Color.BLUE);
                    content.setLineWidth(0.25f);
                    content.moveTo(50, 50);
                    content.lineTo(500, 700);
                    content.stroke();
                },
                area(new Color(128, 130, 126)),
                (document, content) -> {
                    area(Color.GREEN).on(document, content);
                    content.setNonStrokingColor(Color.WHITE);
                    content.addRect(50, 50, 400, 400); // nothing of the green is left to see
                    content.fill();
                });
        assertThat(PrintInspector.inspect(file).colourPages()).containsExactly(2, 4, 6);
    }

    @Test
    void sizesEdgesInksAndFontsOfEachPageAreFound() throws IOException {
        Path file = pdf(
                (document, content) -> {},
                (document, content) -> {
                    content.setNonStrokingColor(separation("Harbour blue"));
                    content.addRect(28.35f, 300, 100, 100); // 10 mm from the left edge
                    content.fill();
                },
                (document, content) -> {
                    PDAppearanceStream form = new PDAppearanceStream(document);
                    form.setBBox(PDRectangle.A4);
                    form.setResources(new PDResources());
                    try (PDPageContentStream inner = new PDPageContentStream(document, form)) {
                        inner.setNonStrokingColor(separation("Black"));
                        inner.beginText();
                        inner.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 30);
                        inner.newLineAtOffset(100, 100);
                        inner.showText("Quay");
                        inner.endText();
                    }
                    content.drawForm(form);
                });
        List<PageFacts> pages = PrintInspector.inspect(file).pages();
        assertThat(pages.get(0).nearestToEdge()).isInfinite();
        assertThat(pages.get(1).spotColours()).containsExactly("Harbour blue");
        assertThat(pages.get(1).nearestToEdge()).isCloseTo(10, within(0.6));
        assertThat(pages.get(1).missingFonts()).isEmpty();
        assertThat(pages.get(2).spotColours())
                .as("black is an ink of every process")
                .isEmpty();
        assertThat(pages.get(2).missingFonts()).containsExactly("Helvetica");
        assertThat(pages.get(2).size().width()).isCloseTo(210, within(0.5));
        assertThat(pages.get(2).size().height()).isCloseTo(297, within(0.5));
    }

    /** A very large page counts in units that are larger than a point. */
    @Test
    void largerUnitsOfAPageCount() throws IOException {
        Path file = temp.resolve("large.pdf");
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(PDRectangle.A4);
            page.setUserUnit(4);
            page.setRotation(90);
            document.addPage(page);
            try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                content.addRect(28.35f, 300, 100, 100);
                content.fill();
            }
            document.save(file.toFile());
        }
        PageFacts large = PrintInspector.inspect(file).pages().get(0);
        assertThat(large.size().width()).isCloseTo(4 * 297, within(2.0));
        assertThat(large.size().height()).isCloseTo(4 * 210, within(2.0));
        assertThat(large.nearestToEdge()).isCloseTo(40, within(2.5));
    }

    private static PDColor separation(String ink) throws IOException {
        COSArray space = new COSArray();
        space.add(COSName.SEPARATION);
        space.add(COSName.getPDFName(ink));
        space.add(COSName.DEVICERGB);
        COSDictionary tint = new COSDictionary();
        tint.setInt(COSName.FUNCTION_TYPE, 2);
        tint.setItem(COSName.DOMAIN, floats(0, 1));
        tint.setItem(COSName.C0, floats(1, 1, 1));
        tint.setItem(COSName.C1, floats(0, 0, 0.6f));
        tint.setInt(COSName.N, 1);
        space.add(tint);
        return new PDColor(new float[] {1}, new PDSeparation(space));
    }

    private static COSArray floats(float... values) {
        COSArray array = new COSArray();
        array.setFloatArray(values);
        return array;
    }

    @Test
    void aBrokenFileIsRefused() throws IOException {
        Path broken = Files.writeString(temp.resolve("broken.pdf"), "%PDF-1.7 and no more");
        assertThatThrownBy(() -> PrintInspector.inspect(broken)).isInstanceOf(IOException.class);
    }
}
