package lectomen.engine.pdf.archive;

import java.io.IOException;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.pdmodel.PDDocument;

/** One requirement of ISO 19005: finds breaches, fixes those that can be fixed, and reports both. */
interface ArchiveFix {
    void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException;
}
