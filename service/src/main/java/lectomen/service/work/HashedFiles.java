package lectomen.service.work;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;

/** Files stored for a while under their hash, the oldest removed first. Safe for several threads. */
final class HashedFiles {
    private static final long MOST_BYTES = 1_000_000_000;

    private final Path folder;
    private final Duration kept;
    private final InstantSource clock;

    /** @param kept how long after it was last wanted */
    HashedFiles(Path folder, Duration kept, InstantSource clock) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.kept = kept;
        this.clock = clock;
    }

    void clear() throws IOException {
        for (Path left : files()) {
            Files.deleteIfExists(left);
        }
    }

    private List<Path> files() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.toList();
        }
    }

    ByteRef keep(InputStream bytes) throws IOException {
        sweep();
        Path arriving = folder.resolve("." + UUID.randomUUID());
        try {
            Files.copy(bytes, arriving);
            ByteRef ref = new ByteRef(ByteStore.hash(arriving), Files.size(arriving));
            Path place = folder.resolve(ref.sha256());
            Files.move(arriving, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            Files.setLastModifiedTime(place, FileTime.from(clock.instant()));
            return ref;
        } finally {
            Files.deleteIfExists(arriving);
        }
    }

    /** Keeps it for as long again. */
    void want(String sha256) throws IOException {
        Files.setLastModifiedTime(place(sha256), FileTime.from(clock.instant()));
    }

    private synchronized void sweep() throws IOException {
        Instant tooOld = clock.instant().minus(kept);
        List<Path> newest = files().stream()
                .sorted(Comparator.comparing(HashedFiles::modified).reversed())
                .toList();
        long bytes = 0;
        for (Path file : newest) {
            bytes += Files.exists(file) ? Files.size(file) : 0;
            if (bytes > MOST_BYTES || modified(file).isBefore(tooOld)) {
                Files.deleteIfExists(file);
            }
        }
    }

    private static Instant modified(Path file) {
        try {
            return Files.getLastModifiedTime(file).toInstant();
        } catch (IOException gone) {
            return Instant.MIN;
        }
    }

    private Path place(String sha256) throws NoSuchFileException {
        if (!sha256.matches("[0-9a-f]{64}") || !Files.exists(folder.resolve(sha256))) {
            throw new NoSuchFileException(sha256);
        }
        return folder.resolve(sha256);
    }

    /** @throws NoSuchFileException if no such file is kept, or no longer */
    InputStream open(String sha256) throws IOException {
        return Files.newInputStream(place(sha256));
    }

    /** Of what kind it is, by its content. @throws NoSuchFileException likewise */
    FileType type(String sha256) throws IOException {
        try (InputStream in = open(sha256)) {
            return FileType.of(in.readNBytes(FileType.HEAD_BYTES));
        }
    }

    /** @throws NoSuchFileException likewise */
    long size(String sha256) throws IOException {
        return Files.size(place(sha256));
    }
}
