package lectomen.engine.pdf.write;

import java.awt.geom.AffineTransform;
import java.awt.geom.Point2D;
import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.apache.pdfbox.util.Matrix;

/**
 * Recognised words as invisible text over the printed ones, so that a scan can be searched and its text copied. Each
 * word is stretched to the width of its box.
 */
final class TextLayer {
    private static final String FONT = "/liberation/LiberationSans-Regular.ttf";

    /** Of the font's size: how far the letters' feet stand above the bottom of a box around a line. */
    private static final float FEET = 0.22f;

    private final PDType0Font font;

    private TextLayer(PDType0Font font) {
        this.font = font;
    }

    static TextLayer begin(PDDocument document) throws IOException {
        try (InputStream in = Objects.requireNonNull(TextLayer.class.getResourceAsStream(FONT), FONT)) {
            return new TextLayer(PDType0Font.load(document, in, true));
        }
    }

    /** @param toPage from points of the picture's top left to the PDF page */
    void write(PDPageContentStream content, Page words, AffineTransform toPage) throws IOException {
        content.beginText();
        content.setRenderingMode(RenderingMode.NEITHER);
        for (Line line : words.lines()) {
            boolean turned = line.isTurned();
            for (Word word : line.words()) {
                write(content, word, turned, words, toPage);
            }
        }
        content.endText();
    }

    /** @param turned for a word that runs up the level page */
    private void write(PDPageContentStream content, Word word, boolean turned, Page page, AffineTransform toPage)
            throws IOException {
        Box box = word.box();
        String text = writable(word.text()) + " ";
        double across = Math.abs(toPage.getScaleX());
        double high = (turned ? box.width() : box.height()) * across;
        double wanted = (turned ? box.height() : box.width()) * across;
        double natural = font.getStringWidth(text.strip()) / 1_000 * high;
        if (natural <= 0 || wanted <= 0 || high <= 0) {
            return;
        }
        double feet = FEET * (turned ? box.width() : box.height());
        Page.Point foot = turned
                ? page.pointAsItCame(box.right() - feet, box.bottom())
                : page.pointAsItCame(box.left(), box.bottom() - feet);
        Point2D at = toPage.transform(new Point2D.Double(foot.x(), foot.y()), null);
        double angle = Math.toRadians(-page.lean() + (turned ? 90 : 0));
        double stretch = wanted / natural;
        content.setFont(font, (float) high);
        content.setTextMatrix(new Matrix(
                (float) (stretch * Math.cos(angle)),
                (float) (stretch * Math.sin(angle)),
                (float) -Math.sin(angle),
                (float) Math.cos(angle),
                (float) at.getX(),
                (float) at.getY()));
        content.showText(text);
    }

    /** Characters that the font lacks become a question mark. */
    private String writable(String text) {
        StringBuilder known = new StringBuilder();
        text.codePoints().forEach(sign -> known.appendCodePoint(has(sign) ? sign : '?'));
        return known.toString();
    }

    private boolean has(int sign) {
        try {
            return font.encode(Character.toString(sign)).length > 0;
        } catch (IOException | IllegalArgumentException e) {
            return false;
        }
    }
}
