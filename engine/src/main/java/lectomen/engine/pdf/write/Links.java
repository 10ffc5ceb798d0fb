package lectomen.engine.pdf.write;

import java.io.IOException;
import lectomen.engine.page.Box;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionURI;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDBorderStyleDictionary;

/** Link areas on pages. */
final class Links {
    private Links() {}

    static void add(PDPage page, Box box, String address) throws IOException {
        PDAnnotationLink link = new PDAnnotationLink();
        float height = page.getMediaBox().getHeight();
        link.setRectangle(new PDRectangle(
                (float) box.left(), height - (float) box.bottom(), (float) box.width(), (float) box.height()));
        PDActionURI action = new PDActionURI();
        action.setURI(address);
        link.setAction(action);
        link.setPrinted(true); // ISO 19005-2, 6.3.2: annotations are printed and not hidden
        PDBorderStyleDictionary none = new PDBorderStyleDictionary();
        none.setWidth(0);
        link.setBorderStyle(none);
        page.getAnnotations().add(link);
    }
}
