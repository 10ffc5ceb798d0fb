package lectomen.engine.pdf.archive;

import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;

/**
 * Metadata of pages, pictures and other parts may only use schemas that the standard defines (ISO 19005-2, 6.6.2.3); most is
 * removed. It is removed; the document's own metadata is written afresh.
 */
final class PartsMetadata implements ArchiveFix {
    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) {
        COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
        boolean dropped = false;
        for (COSDictionary part : AllDictionaries.dictionaries(document)) {
            if (part != catalog && part.getDictionaryObject(COSName.METADATA) instanceof COSStream) {
                part.removeItem(COSName.METADATA);
                dropped = true;
            }
        }
        if (dropped) {
            findings.changed("archive.metadata-dropped");
        }
    }
}
