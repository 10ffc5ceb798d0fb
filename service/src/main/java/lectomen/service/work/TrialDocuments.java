package lectomen.service.work;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.workers.ByteSource;

/**
 * Documents uploaded to write a rule beside them. They make no job, and are kept for a month after they were last
 * looked at. Samples of rules can be looked at by the same way. Safe for several threads.
 */
public final class TrialDocuments {
    private static final Duration KEPT = Duration.ofDays(30);

    /** @param bytes where its bytes come from */
    public record Found(ByteRef ref, FileType type, ByteSource bytes) {}

    private final HashedFiles files;
    private final ByteStore kept;

    public TrialDocuments(Path folder, ByteStore kept, InstantSource clock) throws IOException {
        this.files = new HashedFiles(folder, KEPT, clock);
        this.kept = kept;
    }

    public Found keep(InputStream bytes) throws IOException {
        ByteRef ref = files.keep(bytes);
        return new Found(ref, files.type(ref.sha256()), files::open);
    }

    /** A document by its hash: one that was uploaded, or one that the service keeps anyway. */
    public Optional<Found> find(String sha256) throws IOException {
        try {
            Found found = new Found(new ByteRef(sha256, files.size(sha256)), files.type(sha256), files::open);
            files.want(sha256);
            return Optional.of(found);
        } catch (NoSuchFileException elsewhere) {
            boolean isHash = sha256.matches("[0-9a-f]{64}");
            return isHash && kept.has(sha256) ? Optional.of(ofKept(sha256)) : Optional.empty();
        }
    }

    private Found ofKept(String sha256) throws IOException {
        try (InputStream in = kept.open(sha256)) {
            FileType type = FileType.of(in.readNBytes(FileType.HEAD_BYTES));
            return new Found(new ByteRef(sha256, kept.size(sha256)), type, kept::open);
        }
    }
}
