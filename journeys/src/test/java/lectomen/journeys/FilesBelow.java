package lectomen.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;

/** Looks at folders that a running service writes to: hidden files are left out, and files may vanish meanwhile. */
final class FilesBelow {
    private FilesBelow() {}

    static List<Path> of(Path folder) {
        List<Path> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) {
            return found;
        }
        try {
            Files.walkFileTree(folder, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    if (attributes.isRegularFile()
                            && !file.getFileName().toString().startsWith(".")) {
                        found.add(file);
                    }
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException vanished) {
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return found;
    }

    /** Their names, those in folders with the folder before them. */
    static List<String> namesOf(Path folder) {
        return of(folder).stream()
                .map(file -> folder.relativize(file).toString())
                .sorted()
                .toList();
    }
}
