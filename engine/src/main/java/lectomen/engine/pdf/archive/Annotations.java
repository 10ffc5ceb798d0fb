package lectomen.engine.pdf.archive;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;

/**
 * Annotations have permitted types, print as they are shown, and have only a normal appearance (ISO 19005-2, 6.3). Those that
 * were hidden on purpose go, rather than coming to light.
 */
final class Annotations implements ArchiveFix {
    private static final Set<String> OF_OLD = Set.of(
            "Text",
            "Link",
            "FreeText",
            "Line",
            "Square",
            "Circle",
            "Highlight",
            "Underline",
            "Squiggly",
            "StrikeOut",
            "Stamp",
            "Ink",
            "Popup",
            "Widget",
            "PrinterMark",
            "TrapNet");

    private static final Set<String> SINCE =
            Set.of("Polygon", "PolyLine", "Caret", "Redact", "Watermark", "FileAttachment");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        int number = 0;
        for (PDPage page : document.getPages()) {
            number++;
            List<PDAnnotation> kept = new ArrayList<>();
            boolean removed = false;
            for (PDAnnotation annotation : page.getAnnotations()) {
                if (mayStay(annotation, target)) {
                    mend(annotation, target, findings);
                    kept.add(annotation);
                } else {
                    removed = true;
                    findings.changedLooks(
                            "archive.annotation-removed",
                            "kind",
                            String.valueOf(annotation.getSubtype()),
                            "page",
                            Integer.toString(number));
                }
            }
            if (removed) {
                page.setAnnotations(kept);
            }
        }
    }

    private static boolean mayStay(PDAnnotation annotation, PdfTarget target) {
        String kind = String.valueOf(annotation.getSubtype());
        boolean known = OF_OLD.contains(kind) || (target.part() > 1 && SINCE.contains(kind));
        boolean shows = !annotation.isHidden() && !annotation.isInvisible() && !annotation.isNoView();
        return known && (shows || kind.equals("Popup"));
    }

    private static void mend(PDAnnotation annotation, PdfTarget target, Findings findings) {
        COSDictionary dictionary = annotation.getCOSObject();
        if (!annotation.getSubtype().equals("Popup")) {
            annotation.setPrinted(true);
        }
        annotation.setHidden(false);
        annotation.setInvisible(false);
        annotation.setNoView(false);
        dictionary.setFlag(COSName.F, 1 << 8, false); // toggle no view
        if (annotation.getSubtype().equals("Text")) {
            annotation.setNoZoom(true);
            annotation.setNoRotate(true);
        }
        if (target.part() == 1) {
            COSBase opacity = dictionary.getDictionaryObject(COSName.CA);
            if (opacity instanceof COSNumber number && number.floatValue() != 1) {
                dictionary.setItem(COSName.CA, new COSFloat(1));
                findings.changedLooks("archive.opacity-removed", "where", "an annotation");
            }
        }
        COSDictionary appearance = dictionary.getCOSDictionary(COSName.AP);
        if (appearance != null) {
            for (COSName key : new ArrayList<>(appearance.keySet())) {
                if (!key.equals(COSName.N)) {
                    appearance.removeItem(key);
                }
            }
        }
    }
}
