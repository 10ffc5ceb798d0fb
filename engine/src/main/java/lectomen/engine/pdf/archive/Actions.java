package lectomen.engine.pdf.archive;

import java.util.Set;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Actions that run something, and their triggers, are removed (ISO 19005-2, 6.5); links stay. */
final class Actions implements ArchiveFix {
    private static final Set<String> ALLOWED = Set.of("GoTo", "GoToR", "GoToE", "Thread", "URI", "SubmitForm");
    private static final Set<String> NAMED = Set.of("NextPage", "PrevPage", "FirstPage", "LastPage");
    private static final COSName TRIGGERS = COSName.AA;
    private static final COSName SCRIPTS = COSName.getPDFName("JavaScript");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) {
        for (COSDictionary dictionary : AllDictionaries.dictionaries(document)) {
            if (dictionary.containsKey(TRIGGERS)) {
                dictionary.removeItem(TRIGGERS);
                findings.changed("archive.action-removed", "action", "trigger");
            }
            for (COSName key : new COSName[] {COSName.A, COSName.OPEN_ACTION, COSName.getPDFName("Next")}) {
                COSBase action = dictionary.getDictionaryObject(key);
                if (action instanceof COSDictionary one && one.containsKey(COSName.S) && !isAllowed(one)) {
                    dictionary.removeItem(key);
                    findings.changed(
                            "archive.action-removed", "action", String.valueOf(one.getNameAsString(COSName.S)));
                }
            }
        }
        COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
        COSDictionary names = catalog.getCOSDictionary(COSName.NAMES);
        if (names != null && names.containsKey(SCRIPTS)) {
            names.removeItem(SCRIPTS);
            findings.changed("archive.action-removed", "action", "JavaScript");
        }
        for (String key : new String[] {"Requirements", "Perms"}) {
            catalog.removeItem(COSName.getPDFName(key));
        }
        document.getPages().forEach(page -> page.getCOSObject().removeItem(COSName.getPDFName("PresSteps")));
    }

    private static boolean isAllowed(COSDictionary action) {
        String kind = String.valueOf(action.getNameAsString(COSName.S));
        return ALLOWED.contains(kind) || (kind.equals("Named") && NAMED.contains(action.getNameAsString(COSName.N)));
    }
}
