package lectomen.engine.pdf.archive;

import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObject;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.jspecify.annotations.Nullable;

/** Optional content: not allowed in part 1; in the others each configuration has a name (ISO 19005-2, 6.9). */
final class OptionalContent implements ArchiveFix {
    private static final COSName AUTOMATIC = COSName.getPDFName("AS");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) {
        COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
        COSDictionary properties = catalog.getCOSDictionary(COSName.OCPROPERTIES);
        if (properties == null) {
            return;
        }
        if (target.part() == 1) {
            findings.obstacle("archive.layers");
            return;
        }
        name(properties.getCOSDictionary(COSName.D), "Usual");
        COSArray others = properties.getCOSArray(COSName.getPDFName("Configs"));
        if (others != null) {
            int number = 0;
            for (COSBase other : others) {
                COSBase resolved = other instanceof COSObject reference ? reference.getObject() : other;
                if (resolved instanceof COSDictionary arrangement) {
                    name(arrangement, "Other " + ++number);
                }
            }
        }
    }

    private static void name(@Nullable COSDictionary arrangement, String name) {
        if (arrangement == null) {
            return;
        }
        arrangement.removeItem(AUTOMATIC);
        if (!arrangement.containsKey(COSName.NAME)) {
            arrangement.setString(COSName.NAME, name);
        }
    }
}
