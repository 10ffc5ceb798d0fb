package lectomen.engine.pdf.impose;

import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceStream;
import org.apache.pdfbox.util.Matrix;

/** Draws what lies on pages besides their content and is to be printed: filled-in forms, stamps, marks (ISO 32000-1, 12.5.5). */
final class PrintedAnnotations {
    private PrintedAnnotations() {}

    static void drawInto(PDDocument document, PDPage page) throws IOException {
        for (PDAnnotation annotation : page.getAnnotations()) {
            PDAppearanceStream appearance = annotation.getNormalAppearanceStream();
            if (annotation.isPrinted() && !annotation.isHidden() && appearance != null) {
                draw(document, page, annotation.getRectangle(), appearance);
            }
        }
    }

    private static void draw(PDDocument document, PDPage page, PDRectangle place, PDAppearanceStream appearance)
            throws IOException {
        if (place == null || appearance.getBBox() == null) {
            return;
        }
        Rectangle2D box = appearance.getBBox().transform(appearance.getMatrix()).getBounds2D();
        if (box.getWidth() <= 0 || box.getHeight() <= 0) {
            return;
        }
        AffineTransform fit = AffineTransform.getTranslateInstance(place.getLowerLeftX(), place.getLowerLeftY());
        fit.scale(place.getWidth() / box.getWidth(), place.getHeight() / box.getHeight());
        fit.translate(-box.getX(), -box.getY());
        try (PDPageContentStream content =
                new PDPageContentStream(document, page, PDPageContentStream.AppendMode.APPEND, true, true)) {
            content.transform(new Matrix(fit));
            content.drawForm(appearance);
        }
    }
}
