package lectomen.service.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;

/** A file whose bytes are in the byte store. @param state as it was while it was copied */
record KeptFile(Path file, ByteRef bytes, FileState state, FileType type) {
    private static final int MOST_COPIES = 50;
    private static final Duration PAUSE_BETWEEN_COPIES = Duration.ofMillis(200);

    /**
     * Copies a file into the byte store; again when it changed while it was read.
     *
     * @throws IOException if it can't be read, or never stays as it is
     */
    static KeptFile keep(Path file, ByteStore bytes) throws IOException {
        for (int copies = 1; copies <= MOST_COPIES; copies++) {
            FileState before = FileState.of(file);
            ByteRef ref;
            try (InputStream in = Files.newInputStream(file)) {
                ref = bytes.put(in);
            }
            FileState after = FileState.of(file);
            if (before.equals(after) && ref.size() == after.size()) {
                return new KeptFile(file, ref, after, typeOf(file));
            }
            pause();
        }
        throw new IOException("the file changes all the time");
    }

    private static void pause() throws IOException {
        try {
            Thread.sleep(PAUSE_BETWEEN_COPIES.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        }
    }

    /** The type by the file's own head. */
    static FileType typeOf(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return FileType.of(in.readNBytes(FileType.HEAD_BYTES));
        }
    }
}
