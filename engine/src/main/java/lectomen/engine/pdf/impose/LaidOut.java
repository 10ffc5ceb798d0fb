package lectomen.engine.pdf.impose;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.IntStream;
import lectomen.engine.print.ticket.SheetLayout;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;

/** The sides of sheets that a PDF makes, as pages of a PDF. */
final class LaidOut implements AutoCloseable {
    private final Path pdf;
    private final int[] pages;
    private final boolean isOurs;

    private LaidOut(Path pdf, int[] pages, boolean isOurs) {
        this.pdf = pdf;
        this.pages = pages.clone();
        this.isOurs = isOurs;
    }

    /** @throws IOException if the PDF is broken or locked */
    static LaidOut of(Path pdf, SheetLayout layout) throws IOException {
        int[] printed;
        try (PDDocument document = Loader.loadPDF(pdf.toFile())) {
            printed = IntStream.rangeClosed(1, document.getNumberOfPages())
                    .filter(layout::prints)
                    .toArray();
        }
        if (printed.length == 0 || layout.isOnSheetsOfItsOwn()) {
            return new LaidOut(pdf, printed, false);
        }
        Path sheets = Files.createTempFile("lectomen-sheets-", ".pdf");
        try {
            int sides = PdfImposer.impose(pdf, layout.placing(), layout::prints, sheets)
                    .size();
            return new LaidOut(sheets, IntStream.rangeClosed(1, sides).toArray(), true);
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(sheets);
            throw e;
        }
    }

    Path pdf() {
        return pdf;
    }

    int sides() {
        return pages.length;
    }

    /** The page of the PDF, counted from 1. @param side counted from 1 */
    int page(int side) {
        return pages[side - 1];
    }

    @Override
    public void close() throws IOException {
        if (isOurs) {
            Files.deleteIfExists(pdf);
        }
    }
}
