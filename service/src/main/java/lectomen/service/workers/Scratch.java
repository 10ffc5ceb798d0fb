package lectomen.service.workers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** Temporary folders whose contents may be deleted at any start. */
final class Scratch {
    private Scratch() {}

    static void remove(Path folder) {
        try (Stream<Path> inside = Files.walk(folder)) {
            List<Path> deepestFirst = inside.sorted(Comparator.reverseOrder()).toList();
            for (Path path : deepestFirst) {
                Files.deleteIfExists(path);
            }
        } catch (NoSuchFileException gone) {
            // that is what was wanted
        } catch (IOException | UncheckedIOException e) {
            // a leftover in a scratch folder does no harm; the next start tries again
        }
    }
}
