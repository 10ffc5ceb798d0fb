package lectomen.local;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.convert.Source;
import lectomen.engine.identify.FileType;

/** Files by what their content says they are. */
final class Sources {
    private Sources() {}

    static Source of(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            FileType type = FileType.of(in.readNBytes(FileType.HEAD_BYTES));
            return new Source(file, type, String.valueOf(file.getFileName()));
        }
    }
}
