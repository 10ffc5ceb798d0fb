package lectomen.engine.pdf.archive;

import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Embedded files: only part 3 allows them, and requires their relation to the document (ISO 19005-3, 6.8). */
final class CarriedFiles implements ArchiveFix {
    private static final COSName RELATION = COSName.getPDFName("AFRelationship");
    private static final COSName ASSOCIATED = COSName.getPDFName("AF");
    private static final COSName UNICODE_NAME = COSName.UF;

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) {
        COSArray associated = new COSArray();
        for (COSDictionary dictionary : AllDictionaries.dictionaries(document)) {
            COSDictionary embedded = dictionary.getCOSDictionary(COSName.EF);
            if (embedded == null) {
                continue;
            }
            String name = dictionary.getString(UNICODE_NAME, dictionary.getString(COSName.F, "a file"));
            if (target != PdfTarget.PDF_A_3B) {
                findings.obstacle("archive.carries-file", "name", name);
                continue;
            }
            dictionary.setString(COSName.F, dictionary.getString(COSName.F, name));
            dictionary.setString(UNICODE_NAME, name);
            if (!dictionary.containsKey(RELATION)) {
                dictionary.setName(RELATION, "Unspecified");
            }
            if (embedded.getDictionaryObject(COSName.F) instanceof COSStream file
                    && !file.containsKey(COSName.SUBTYPE)) {
                file.setName(COSName.SUBTYPE, "application/octet-stream");
            }
            associated.add(dictionary);
        }
        if (associated.size() > 0) {
            document.getDocumentCatalog().getCOSObject().setItem(ASSOCIATED, associated);
        }
    }
}
