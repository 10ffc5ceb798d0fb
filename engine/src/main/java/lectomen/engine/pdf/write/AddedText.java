package lectomen.engine.pdf.write;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Page;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.contentstream.operator.OperatorName;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdfparser.PDFStreamParser;
import org.apache.pdfbox.pdfwriter.ContentStreamWriter;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.util.Matrix;

/** Puts recognised words as invisible text over scanned pages of a PDF. */
public final class AddedText {
    private final PDDocument document;
    private Optional<TextLayer> layer = Optional.empty();

    public AddedText(PDDocument document) {
        this.document = document;
    }

    /**
     * Adds the words of a page; text that lay on it before goes.
     *
     * @param number counted from 1
     * @param words in points from the top left of the page as it is seen
     */
    public void add(int number, Page words) throws IOException {
        PDPage page = document.getPage(number - 1);
        withoutText(page);
        if (words.lines().isEmpty()) {
            return;
        }
        if (layer.isEmpty()) {
            layer = Optional.of(TextLayer.begin(document));
        }
        try (PDPageContentStream content =
                new PDPageContentStream(document, page, PDPageContentStream.AppendMode.APPEND, true, true)) {
            PDRectangle crop = page.getCropBox();
            content.transform(new Matrix(seen(crop, page.getRotation())));
            layer.get().write(content, words, new AffineTransform(1, 0, 0, -1, 0, words.heightAsItCame()));
        }
    }

    /** From the page as it is seen, its bottom left at the origin, to the page as it is written. */
    private static AffineTransform seen(PDRectangle crop, int rotation) {
        double left = crop.getLowerLeftX();
        double bottom = crop.getLowerLeftY();
        double width = crop.getWidth();
        double height = crop.getHeight();
        return switch (Math.floorMod(rotation, 360)) {
            case 90 -> new AffineTransform(0, 1, -1, 0, left + width, bottom);
            case 180 -> new AffineTransform(-1, 0, 0, -1, left + width, bottom + height);
            case 270 -> new AffineTransform(0, -1, 1, 0, left, bottom + height);
            default -> AffineTransform.getTranslateInstance(left, bottom);
        };
    }

    /** Its instructions without those between the beginning and the end of text. */
    private void withoutText(PDPage page) throws IOException {
        List<Object> kept = new ArrayList<>();
        boolean inText = false;
        boolean any = false;
        for (Object token : new PDFStreamParser(page).parse()) {
            String name = token instanceof Operator operator ? operator.getName() : "";
            if (name.equals(OperatorName.BEGIN_TEXT)) {
                inText = true;
                any = true;
            } else if (name.equals(OperatorName.END_TEXT)) {
                inText = false;
            } else if (!inText) {
                kept.add(token);
            }
        }
        if (any) {
            PDStream contents = new PDStream(document);
            try (OutputStream out = contents.createOutputStream(COSName.FLATE_DECODE)) {
                new ContentStreamWriter(out).writeTokens(kept);
            }
            page.setContents(contents);
        }
    }
}
