package lectomen.engine.pdf;

import java.awt.geom.Point2D;
import java.io.IOException;
import org.apache.pdfbox.contentstream.PDFGraphicsStreamEngine;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;

/** Goes through a page's content without drawing it; subclasses override what they want to know. */
public abstract class PageWatcher extends PDFGraphicsStreamEngine {
    protected PageWatcher(PDPage page) {
        super(page);
    }

    /** Called for every path that leaves something on the paper. */
    protected void painted() {}

    @Override
    public void drawImage(PDImage image) throws IOException {}

    @Override
    public void appendRectangle(Point2D p0, Point2D p1, Point2D p2, Point2D p3) {}

    @Override
    public void clip(int windingRule) {}

    @Override
    public void moveTo(float x, float y) {}

    @Override
    public void lineTo(float x, float y) {}

    @Override
    public void curveTo(float x1, float y1, float x2, float y2, float x3, float y3) {}

    @Override
    public Point2D getCurrentPoint() {
        return new Point2D.Float();
    }

    @Override
    public void closePath() {}

    @Override
    public void endPath() {}

    @Override
    public void strokePath() {
        painted();
    }

    @Override
    public void fillPath(int windingRule) {
        painted();
    }

    @Override
    public void fillAndStrokePath(int windingRule) {
        painted();
    }

    @Override
    public void shadingFill(COSName shadingName) {
        painted();
    }
}
