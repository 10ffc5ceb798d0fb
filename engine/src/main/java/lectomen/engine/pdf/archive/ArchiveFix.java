package lectomen.engine.pdf.archive;

import java.io.IOException;
import lectomen.engine.pdf.write.PdfTarget;
import org.apache.pdfbox.pdmodel.PDDocument;

/** One thing that ISO 19005 asks for: looks for breaches of it, mends what can be mended, and tells of both. */
interface ArchiveFix {
    void mend(PDDocument document, PdfTarget target, Findings findings) throws IOException;
}
