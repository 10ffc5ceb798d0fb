package lectomen.engine.pdf.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ColourPagesTest {
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
        assertThat(ColourPages.of(file)).containsExactly(2, 4, 6);
    }

    @Test
    void aBrokenFileIsRefused() throws IOException {
        Path broken = Files.writeString(temp.resolve("broken.pdf"), "%PDF-1.7 and no more");
        assertThatThrownBy(() -> ColourPages.of(broken)).isInstanceOf(IOException.class);
    }
}
