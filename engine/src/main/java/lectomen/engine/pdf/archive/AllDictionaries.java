package lectomen.engine.pdf.archive;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSObject;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;

/** All dictionaries that the catalog of a document leads to, each once, even where they refer to each other. */
final class AllDictionaries {
    private AllDictionaries() {}

    static List<COSDictionary> dictionaries(PDDocument document) {
        List<COSDictionary> found = new ArrayList<>();
        Set<COSBase> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        Deque<COSBase> open = new ArrayDeque<>();
        open.push(document.getDocumentCatalog().getCOSObject());
        while (!open.isEmpty()) {
            COSBase next = open.pop();
            COSBase base = next instanceof COSObject reference ? reference.getObject() : next;
            if (base == null || !seen.add(base)) {
                continue;
            }
            if (base instanceof COSDictionary dictionary) {
                found.add(dictionary);
                dictionary.getValues().forEach(open::push);
            } else if (base instanceof COSArray array) {
                array.forEach(value -> {
                    if (value != null) {
                        open.push(value);
                    }
                });
            }
        }
        return found;
    }

    static List<COSStream> streams(PDDocument document) {
        return dictionaries(document).stream()
                .filter(COSStream.class::isInstance)
                .map(COSStream.class::cast)
                .toList();
    }

    static boolean isType(COSDictionary dictionary, String type) {
        return type.equals(dictionary.getNameAsString(COSName.TYPE));
    }

    static boolean isSubtype(COSDictionary dictionary, String subtype) {
        return subtype.equals(dictionary.getNameAsString(COSName.SUBTYPE));
    }
}
