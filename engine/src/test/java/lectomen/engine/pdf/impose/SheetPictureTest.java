package lectomen.engine.pdf.impose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import javax.imageio.ImageIO;
import lectomen.engine.pdf.PagePicture;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.print.ticket.TicketPlacing;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetPictureTest {
    private static final double POINTS_A_MILLIMETRE = 72 / 25.4;

    @TempDir
    private static Path temp;

    private static Path pdf;

    /** Five red pages of A5. */
    @BeforeAll
    static void write() throws IOException {
        pdf = temp.resolve("pages.pdf");
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 5; i++) {
                PDPage page = new PDPage(PDRectangle.A5);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.setNonStrokingColor(Color.RED);
                    content.addRect(0, 0, PDRectangle.A5.getWidth(), PDRectangle.A5.getHeight());
                    content.fill();
                }
            }
            document.save(pdf.toFile());
        }
    }

    private static SheetLayout ticket(String words) {
        Map<String, String> ticket = new TreeMap<>();
        if (words != null) {
            for (String word : words.split("; ")) {
                ticket.put(word.substring(0, word.indexOf('=')), word.substring(word.indexOf('=') + 1));
            }
        }
        return new SheetLayout(ticket, TicketPlacing.USUAL_MARGINS);
    }

    private static Color at(PagePicture picture, double across, double down) throws IOException {
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(picture.png()));
        return new Color(image.getRGB((int) (across * (image.getWidth() - 1)), (int) (down * (image.getHeight() - 1))));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                                                             | 5 | 210 | 297
            media=iso_a3_297x420mm                           | 5 | 297 | 420
            number-up=2                                      | 3 | 210 | 297
            page-ranges=2-3, 5                               | 3 | 210 | 297
            page-ranges=2-3, 5; number-up=4                  | 1 | 210 | 297
            print-scaling=none                               | 5 | 148 | 210
            print-scaling=none; page-ranges=4                | 1 | 148 | 210
            print-scaling=none; media=iso_a4_210x297mm       | 5 | 210 | 297
            """)
    void sidesAndTheirMediumFollowFromTheTicket(String words, int sides, long width, long height) throws IOException {
        PagePicture picture = SheetPicture.draw(pdf, ticket(words), 1, 300);
        assertThat(picture.pages()).isEqualTo(sides);
        assertThat(Math.round(picture.width() / POINTS_A_MILLIMETRE)).isEqualTo(width);
        assertThat(Math.round(picture.height() / POINTS_A_MILLIMETRE)).isEqualTo(height);
        assertThatThrownBy(() -> SheetPicture.draw(pdf, ticket(words), sides + 1, 300))
                .isInstanceOf(IOException.class);
    }

    @Test
    void aPageThatIsFittedFillsTheMediumButForItsMargins() throws IOException {
        PagePicture own = SheetPicture.draw(pdf, ticket("media=iso_a4_210x297mm"), 1, 300);
        assertThat(at(own, 0.5, 0.5)).isEqualTo(Color.RED);
        assertThat(at(own, 0.5, 0.1)).as("A5 at its own size").isEqualTo(Color.WHITE);
        PagePicture fitted = SheetPicture.draw(pdf, ticket("media=iso_a4_210x297mm; print-scaling=fit"), 1, 300);
        assertThat(at(fitted, 0.5, 0.1)).isEqualTo(Color.RED);
        assertThat(at(fitted, 0.5, 0.005)).isEqualTo(Color.WHITE);
    }

    @Test
    void whatIsPrintedWithoutColoursIsShownSo() throws IOException {
        Color grey = at(SheetPicture.draw(pdf, ticket("print-color-mode=monochrome"), 1, 300), 0.5, 0.5);
        assertThat(grey.getRed()).isEqualTo(grey.getGreen()).isEqualTo(grey.getBlue());
        assertThat(grey).isNotEqualTo(Color.WHITE);
    }
}
