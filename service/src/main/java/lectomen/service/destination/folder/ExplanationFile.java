package lectomen.service.destination.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.stream.Stream;
import lectomen.engine.naming.SafeName;
import lectomen.service.bytes.DurableFiles;

/** The text beside a returned file that says why it came back. */
final class ExplanationFile {
    private static final String SUFFIX = ".reason.txt";

    private ExplanationFile() {}

    /** Writes it; an earlier one of the same file is written again. */
    static void write(Path file, String explanation) throws IOException {
        String name = file.getFileName().toString();
        Path text = file.resolveSibling(SafeName.withSuffix(name, SUFFIX));
        for (int number = 2; Files.exists(text) && !isOurs(text, explanation); number++) {
            text = file.resolveSibling(SafeName.withSuffix(name, "." + number + SUFFIX));
        }
        try (FileChannel out = FileChannel.open(
                text, StandardOpenOption.CREATE, StandardOpenOption.TRUNCATE_EXISTING, StandardOpenOption.WRITE)) {
            ByteBuffer buffer = ByteBuffer.wrap(explanation.getBytes(StandardCharsets.UTF_8));
            while (buffer.hasRemaining()) {
                out.write(buffer);
            }
            out.force(true);
        }
        FolderPermissions.make(text);
        DurableFiles.syncEntry(text);
    }

    /** Whether a file starts as our explanation does; anything else of that name is somebody's own. */
    private static boolean isOurs(Path text, String explanation) throws IOException {
        String firstLine = explanation.lines().findFirst().orElse("");
        try (Stream<String> lines = Files.lines(text, StandardCharsets.UTF_8)) {
            return lines.findFirst().filter(firstLine::equals).isPresent();
        } catch (UncheckedIOException notText) {
            return false;
        }
    }
}
