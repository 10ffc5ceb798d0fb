package lectomen.engine.pdf.archive;

import java.util.Set;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;

/**
 * Part 1 allows no transparency (ISO 19005-1, 6.4): an unused declaration is removed; visible transparency prevents the
 * conversion. The others know it. Settings for printing presses go everywhere (6.2.5).
 */
final class Transparency implements ArchiveFix {
    private static final COSName GROUP = COSName.GROUP;
    private static final COSName[] PRESS = {
        COSName.TR, COSName.getPDFName("HTP"), COSName.getPDFName("HTO"), COSName.getPDFName("HT")
    };
    private static final Set<String> PLAIN_MODES = Set.of("Normal", "Compatible");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) {
        boolean shows = false;
        for (COSDictionary dictionary : AllDictionaries.dictionaries(document)) {
            boolean isState = AllDictionaries.isType(dictionary, "ExtGState")
                    || dictionary.containsKey(COSName.CA)
                    || dictionary.containsKey(COSName.CA_NS);
            if (isState && !dictionary.containsKey(COSName.SUBTYPE)) {
                for (COSName key : PRESS) {
                    dictionary.removeItem(key);
                }
                COSName other = COSName.getPDFName("TR2");
                if (dictionary.containsKey(other) && !"Default".equals(dictionary.getNameAsString(other))) {
                    dictionary.removeItem(other);
                }
                shows |= showsThrough(dictionary);
            }
            shows |= dictionary instanceof COSStream picture
                    && AllDictionaries.isSubtype(picture, "Image")
                    && Pictures.hasSoftMask(picture);
        }
        if (target.part() > 1) {
            return;
        }
        if (shows) {
            findings.obstacle("archive.transparent");
            return;
        }
        for (COSDictionary dictionary : AllDictionaries.dictionaries(document)) {
            COSDictionary group = dictionary.getCOSDictionary(GROUP);
            if (group != null && "Transparency".equals(group.getNameAsString(COSName.S))) {
                dictionary.removeItem(GROUP);
            }
        }
    }

    private static boolean showsThrough(COSDictionary state) {
        return isBelowOne(state, COSName.CA)
                || isBelowOne(state, COSName.CA_NS)
                || state.getDictionaryObject(COSName.SMASK) instanceof COSDictionary
                || (state.containsKey(COSName.BM) && !PLAIN_MODES.contains(state.getNameAsString(COSName.BM)));
    }

    private static boolean isBelowOne(COSDictionary state, COSName key) {
        COSBase value = state.getDictionaryObject(key);
        return value instanceof COSNumber number && number.floatValue() < 1;
    }
}
