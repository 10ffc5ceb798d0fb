package lectomen.service.intake;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** Names that programs give to hidden, temporary or unfinished files. */
final class IgnoredNames {
    private static final List<String> STARTS = List.of(".", "~$");
    private static final List<String> ENDS = List.of(
            "~", ".tmp", ".temp", ".part", ".partial", ".crdownload", ".download", ".filepart", ".swp", ".lock");

    private IgnoredNames() {}

    static boolean ignores(String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        return STARTS.stream().anyMatch(lower::startsWith) || ENDS.stream().anyMatch(lower::endsWith);
    }

    /** Whether a folder holds a file with the name of one that is still on its way. */
    static boolean isAnyComing(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.map(file -> file.getFileName().toString().toLowerCase(Locale.ROOT))
                    .anyMatch(name -> ENDS.stream().anyMatch(name::endsWith));
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }
}
