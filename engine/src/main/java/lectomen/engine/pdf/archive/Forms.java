package lectomen.engine.pdf.archive;

import java.io.IOException;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.form.PDAcroForm;
import org.apache.pdfbox.pdmodel.interactive.form.PDField;
import org.apache.pdfbox.pdmodel.interactive.form.PDSignatureField;

/** Form fields are drawn into the pages; the fields are removed, and signatures with them, which is reported. */
final class Forms implements ArchiveFix {
    private static final COSName DYNAMIC = COSName.getPDFName("XFA");

    @Override
    public void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException {
        PDAcroForm form = document.getDocumentCatalog().getAcroForm(null);
        if (form == null) {
            return;
        }
        if (form.xfaIsDynamic()) {
            findings.obstacle("archive.form-dynamic");
            return;
        }
        form.getCOSObject().removeItem(DYNAMIC);
        boolean signed = false;
        boolean fields = false;
        for (PDField field : form.getFieldTree()) {
            fields = true;
            signed |= field instanceof PDSignatureField signature && signature.getSignature() != null;
        }
        if (fields) {
            form.flatten(form.getFields(), form.getNeedAppearances());
            findings.changedLooks("archive.form-flattened");
        }
        if (signed) {
            findings.changed("archive.signature-lost");
        }
        document.getDocumentCatalog().setAcroForm(null);
        for (PDPage page : document.getPages()) {
            page.setAnnotations(page.getAnnotations().stream()
                    .filter(annotation -> !isWidget(annotation))
                    .toList());
        }
    }

    private static boolean isWidget(PDAnnotation annotation) {
        COSDictionary dictionary = annotation.getCOSObject();
        return AllDictionaries.isSubtype(dictionary, "Widget");
    }
}
