package lectomen.engine.office;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;

/** The words of a PDF in the order in which they are drawn, as a program reads them that knows nothing of how they were set. */
final class StructureWords {
    private StructureWords() {}

    static List<String> of(Path pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            String text = new PDFTextStripper().getText(document);
            return List.of(text.strip().split("\\s+"));
        }
    }
}
