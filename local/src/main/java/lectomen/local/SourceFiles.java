package lectomen.local;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.identify.FileType;

/** Finds the type of files by their content, and by their names where that is not enough. */
final class SourceFiles {
    private SourceFiles() {}

    static SourceDocument of(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            String name = String.valueOf(file.getFileName());
            return new SourceDocument(file, FileType.of(in.readNBytes(FileType.HEAD_BYTES), name), name);
        }
    }
}
