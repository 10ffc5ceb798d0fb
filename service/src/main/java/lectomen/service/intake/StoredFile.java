package lectomen.service.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;

/** A file whose bytes are in the byte store. @param state as it was while it was copied */
record StoredFile(Path file, ByteRef bytes, FileState state, FileType type, String owner) {
    private static final int MOST_COPIES = 50;
    private static final Duration PAUSE_BETWEEN_COPIES = Duration.ofMillis(200);

    /**
     * Copies a file into the byte store; again when it changed while it was read.
     *
     * @throws IOException if it can't be read, or never stays as it is
     */
    static StoredFile keep(Path file, ByteStore bytes) throws IOException {
        for (int copies = 1; copies <= MOST_COPIES; copies++) {
            FileState before = FileState.of(file);
            ByteRef ref;
            try (InputStream in = Files.newInputStream(file)) {
                ref = bytes.put(in);
            }
            FileState after = FileState.of(file);
            if (before.equals(after) && ref.size() == after.size()) {
                return new StoredFile(file, ref, after, typeOf(file), ownerOf(file));
            }
            pause();
        }
        throw new IOException("the file keeps changing");
    }

    private static void pause() throws IOException {
        try {
            Thread.sleep(PAUSE_BETWEEN_COPIES.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        }
    }

    /** Who the file belongs to; empty where the file system doesn't say. */
    static String ownerOf(Path file) {
        try {
            return Files.getOwner(file, LinkOption.NOFOLLOW_LINKS).getName();
        } catch (IOException | UnsupportedOperationException notSaid) {
            return "";
        }
    }

    /** What is known of a file in a hot folder besides its bytes. @param relative its path below the hot folder */
    FileFacts.Circumstances circumstances(Path relative) {
        return circumstances(relative, state, owner);
    }

    static FileFacts.Circumstances circumstances(Path relative, FileState state, String owner) {
        Path above = relative.getParent();
        Instant modified = Instant.EPOCH.plusNanos(state.mtime());
        return new FileFacts.Circumstances(
                above == null ? "" : above.toString(), Optional.of(modified), owner, Set.of(), Optional.empty());
    }

    /** The type by the file's own head, and its name where that leaves it open. */
    static FileType typeOf(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return FileType.of(in.readNBytes(FileType.HEAD_BYTES), String.valueOf(file.getFileName()));
        }
    }
}
