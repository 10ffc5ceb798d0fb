package lectomen.engine.task;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import lectomen.engine.font.FontBook;
import lectomen.engine.pdf.impose.SheetFile;
import lectomen.engine.print.ability.SheetDrawing;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;

/** Draws the sheets of documents for printers. */
public final class SheetsDrawer {
    private SheetsDrawer() {}

    /**
     * @param sink takes the file of the sheets
     * @throws IOException if the document's bytes are not available
     */
    public static SheetsAnswer draw(
            SheetsTask task, Examiner.ByteFetch bytes, FontBook fonts, OutputSink sink, Progress.Listener listener)
            throws IOException {
        Path document = bytes.fetch(task.document());
        Path to = Files.createTempFile(sink.folder(), "sheets-", "");
        try {
            return PdfOfDocument.of(
                    document,
                    task.type(),
                    fonts,
                    pdf -> draw(task, pdf, to, sink, listener),
                    why -> SheetsAnswer.not(task, why));
        } finally {
            Files.deleteIfExists(to);
        }
    }

    private static SheetsAnswer draw(SheetsTask task, Path pdf, Path to, OutputSink sink, Progress.Listener listener)
            throws IOException {
        int sides;
        try {
            sides = SheetFile.draw(pdf, task.how(), to, listener);
        } catch (IOException | RuntimeException e) {
            return SheetsAnswer.not(task, Reason.of("print.not-drawn"));
        }
        if (sides == 0) {
            return SheetsAnswer.not(task, Reason.of("print.no-pages"));
        }
        if (sides > 1 && task.how().format() == SheetDrawing.Format.JPEG) {
            return SheetsAnswer.not(task, Reason.of("print.one-sheet", "sheets", Integer.toString(sides)));
        }
        sink.take(ByteRef.of(to), to);
        return new SheetsAnswer(task.id(), sides, Optional.empty());
    }
}
