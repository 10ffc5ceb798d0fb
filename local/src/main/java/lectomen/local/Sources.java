package lectomen.local;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.convert.Source;
import lectomen.engine.identify.FileType;

/** Files by what their content says they are, and their names where that leaves it open. */
final class Sources {
    private Sources() {}

    static Source of(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            String name = String.valueOf(file.getFileName());
            return new Source(file, FileType.of(in.readNBytes(FileType.HEAD_BYTES), name), name);
        }
    }
}
