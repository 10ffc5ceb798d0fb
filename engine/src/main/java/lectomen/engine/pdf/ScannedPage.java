package lectomen.engine.pdf;

import java.io.IOException;
import java.util.Optional;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.apache.pdfbox.util.Matrix;
import org.apache.pdfbox.util.Vector;

/**
 * A PDF page that is just a scan: pictures cover it, nothing else is drawn, and the only text is invisible and on top of them.
 *
 * @param dotsPerInch of its finest picture
 * @param blackAndWhite whether all its pictures have one bit per pixel
 */
public record ScannedPage(double dotsPerInch, boolean blackAndWhite) {
    private static final double COVERED = 0.6;

    /** Empty for a page that has anything else on it. */
    public static Optional<ScannedPage> find(PDPage page) throws IOException {
        Looking looking = new Looking(page);
        looking.processPage(page);
        PDRectangle crop = page.getCropBox();
        double covered = looking.area / Math.max(1, (double) crop.getWidth() * crop.getHeight());
        boolean scanned = looking.signs == 0 && !looking.draws && covered >= COVERED;
        return scanned ? Optional.of(new ScannedPage(looking.dots, looking.bits)) : Optional.empty();
    }

    private static final class Looking extends PageWatcher {
        private int signs;
        private boolean draws;
        private double area;
        private double dots;
        private boolean bits = true;

        Looking(PDPage page) {
            super(page);
        }

        @Override
        protected void showGlyph(Matrix matrix, PDFont font, int code, Vector displacement) {
            if (getGraphicsState().getTextState().getRenderingMode() != RenderingMode.NEITHER) {
                signs++;
            }
        }

        @Override
        public void drawImage(PDImage image) {
            Matrix placed = getGraphicsState().getCurrentTransformationMatrix();
            double width = Math.hypot(placed.getScaleX(), placed.getShearY());
            double height = Math.hypot(placed.getScaleY(), placed.getShearX());
            area = Math.max(area, width * height);
            dots = Math.max(dots, Math.max(image.getWidth() * 72.0 / width, image.getHeight() * 72.0 / height));
            bits &= image.getBitsPerComponent() == 1 || image.isStencil();
        }

        @Override
        protected void painted() {
            draws = true;
        }
    }
}
