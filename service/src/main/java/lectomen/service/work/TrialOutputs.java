package lectomen.service.work;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;

/**
 * Outputs of trials, stored for a while. It is in a scratch folder, belongs to no job, and is gone after a quarter of an
 * hour or when the service starts again. Safe for several threads.
 */
public final class TrialOutputs {
    /** How long what a trial made can be looked at. */
    public static final Duration KEPT = Duration.ofMinutes(15);

    private final HashedFiles files;

    public TrialOutputs(Path folder, InstantSource clock) throws IOException {
        files = new HashedFiles(folder, KEPT, clock);
        files.clear();
    }

    void keep(ByteRef ref, InputStream made) throws IOException {
        if (!files.keep(made).equals(ref)) {
            throw new IOException("The worker's output doesn't match its checksum");
        }
    }

    /** @throws NoSuchFileException if no trial made such bytes, or it is too long ago */
    public InputStream open(String sha256) throws IOException {
        return files.open(sha256);
    }

    /** Of what kind it is, by its content. @throws NoSuchFileException likewise */
    public FileType type(String sha256) throws IOException {
        return files.type(sha256);
    }

    /** @throws NoSuchFileException likewise */
    public long size(String sha256) throws IOException {
        return files.size(sha256);
    }
}
