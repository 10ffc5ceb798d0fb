package lectomen.worker;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.Frames;
import lectomen.engine.task.OutputSink;

/** Sends outputs to the service. */
final class OutputSender implements OutputSink {
    private final Path folder;
    private final Frames frames;

    OutputSender(Path folder, Frames frames) {
        this.folder = folder;
        this.frames = frames;
    }

    @Override
    public Path folder() {
        try {
            return Files.createDirectories(folder);
        } catch (IOException e) {
            throw new UncheckedIOException("The scratch folder can't be used", e);
        }
    }

    @Override
    public void take(ByteRef ref, Path file) throws IOException {
        try (InputStream bytes = Files.newInputStream(file)) {
            frames.sendMade(ref, bytes);
        }
    }
}
