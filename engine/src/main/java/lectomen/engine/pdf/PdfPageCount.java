package lectomen.engine.pdf;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;

/** How many pages a PDF has. */
public final class PdfPageCount {
    private PdfPageCount() {}

    /**
     * @return 0 for a PDF that is locked or broken
     * @throws IOException if there is no such file
     */
    public static int of(Path pdf) throws IOException {
        if (Files.notExists(pdf)) {
            throw new IOException(pdf + " is missing");
        }
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            return document.getNumberOfPages();
        } catch (IOException | RuntimeException broken) {
            return 0;
        }
    }
}
