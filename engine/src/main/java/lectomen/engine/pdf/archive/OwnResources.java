package lectomen.engine.pdf.archive;

import java.util.HashSet;
import java.util.Set;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;

/**
 * Pages and forms list the fonts and pictures that they use in their own resources, not in those of a parent (ISO 19005-2,
 * 6.2.2).
 */
final class OwnResources implements ArchiveFix {
    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) {
        for (PDPage page : document.getPages()) {
            PDResources resources = page.getResources();
            page.setResources(resources == null ? new PDResources() : resources);
            if (resources != null) {
                handDown(resources.getCOSObject(), resources.getCOSObject(), new HashSet<>());
            }
        }
    }

    private static void handDown(COSDictionary from, COSDictionary resources, Set<COSBase> seen) {
        COSDictionary objects = resources.getCOSDictionary(COSName.XOBJECT);
        if (objects == null || !seen.add(objects)) {
            return;
        }
        for (COSName name : objects.keySet()) {
            if (objects.getDictionaryObject(name) instanceof COSDictionary form
                    && AllDictionaries.isSubtype(form, "Form")) {
                COSDictionary own = form.getCOSDictionary(COSName.RESOURCES);
                if (own == null) {
                    form.setItem(COSName.RESOURCES, from);
                } else {
                    handDown(own, own, seen);
                }
            }
        }
    }
}
