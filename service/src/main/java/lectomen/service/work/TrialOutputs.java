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

/**
 * What trials made, to be looked at for a while. It lies in a scratch folder, belongs to no job, and is gone after a quarter of an
 * hour or when the service starts anew. Safe for several threads.
 */
public final class TrialOutputs {
    /** How long what a trial made can be looked at. */
    public static final Duration KEPT = Duration.ofMinutes(15);

    private static final long MOST_BYTES = 1_000_000_000;

    private final Path folder;
    private final InstantSource clock;

    public TrialOutputs(Path folder, InstantSource clock) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.clock = clock;
        for (Path left : files()) {
            Files.deleteIfExists(left);
        }
    }

    private List<Path> files() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.toList();
        }
    }

    void keep(ByteRef ref, InputStream made) throws IOException {
        sweep();
        Path arriving = folder.resolve("." + UUID.randomUUID());
        try {
            Files.copy(made, arriving);
            if (!ByteStore.hash(arriving).equals(ref.sha256())) {
                throw new IOException("What a worker made came here changed");
            }
            Path place = folder.resolve(ref.sha256());
            Files.move(arriving, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            Files.setLastModifiedTime(place, FileTime.from(clock.instant()));
        } finally {
            Files.deleteIfExists(arriving);
        }
    }

    private synchronized void sweep() throws IOException {
        Instant tooOld = clock.instant().minus(KEPT);
        List<Path> newest = files().stream()
                .sorted(Comparator.comparing(TrialOutputs::modified).reversed())
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

    /** @throws NoSuchFileException if no trial made such bytes, or it is too long ago */
    public InputStream open(String sha256) throws IOException {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new NoSuchFileException(sha256);
        }
        return Files.newInputStream(folder.resolve(sha256));
    }

    /** Of what kind it is, by its content. @throws NoSuchFileException likewise */
    public FileType type(String sha256) throws IOException {
        try (InputStream in = open(sha256)) {
            return FileType.of(in.readNBytes(FileType.HEAD_BYTES));
        }
    }

    /** @throws NoSuchFileException likewise */
    public long size(String sha256) throws IOException {
        open(sha256).close();
        return Files.size(folder.resolve(sha256));
    }
}
