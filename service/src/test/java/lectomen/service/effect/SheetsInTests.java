package lectomen.service.effect;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.font.FontBook;
import lectomen.engine.progress.Progress;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.OutputSink;
import lectomen.engine.task.SheetsAnswer;
import lectomen.engine.task.SheetsDrawer;
import lectomen.engine.task.SheetsTask;
import lectomen.service.workers.ByteSource;
import lectomen.service.workers.OutputReceiver;

/** Draws sheets as a worker does, in the process of the tests. */
final class SheetsInTests {
    private SheetsInTests() {}

    static SheetsAnswer draw(SheetsTask task, ByteSource from, OutputReceiver keeping, Path folder) {
        OutputSink sink = new OutputSink() {
            @Override
            public Path folder() {
                return folder;
            }

            @Override
            public void take(ByteRef ref, Path file) throws IOException {
                try (InputStream bytes = Files.newInputStream(file)) {
                    keeping.keep(ref, bytes);
                }
            }
        };
        try {
            Path document = Files.createTempFile(folder, "document", "");
            try (InputStream bytes = from.open(task.document().sha256())) {
                Files.write(document, bytes.readAllBytes());
            }
            return SheetsDrawer.draw(task, ref -> document, FontBook.shipped(), sink, Progress.Listener.NONE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
