package lectomen.service.workers;

import java.io.IOException;
import java.io.InputStream;

/** Provides the bytes that a worker asks for. */
@FunctionalInterface
public interface ByteSource {
    /** @throws java.nio.file.NoSuchFileException if there are no such bytes */
    InputStream open(String sha256) throws IOException;
}
