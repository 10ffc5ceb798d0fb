package lectomen.engine.pdf;

import java.io.IOException;
import java.util.List;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;

/** Draws pages, and stops at a picture that can't be decoded rather than leaving its area white. */
public final class StrictRenderer extends PDFRenderer {
    public StrictRenderer(PDDocument document) {
        super(document);
    }

    @Override
    protected PageDrawer createPageDrawer(PageDrawerParameters parameters) throws IOException {
        return new PageDrawer(parameters) {
            @Override
            protected void operatorException(Operator operator, List<COSBase> operands, IOException e)
                    throws IOException {
                if (operator.getName().equals("Do") || operator.getName().equals("BI")) {
                    throw new IOException("a picture on it can't be decoded: " + e.getMessage(), e);
                }
                super.operatorException(operator, operands, e);
            }
        };
    }
}
