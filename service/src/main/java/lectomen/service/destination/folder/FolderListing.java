package lectomen.service.destination.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.service.destination.ListResult;

/** What is in a folder, without our own temporary files. */
final class FolderListing {
    private FolderListing() {}

    static ListResult of(Path folder, int most) throws IOException {
        List<String> names;
        try (Stream<Path> files = Files.list(folder)) {
            names = files.map(file -> file.getFileName().toString())
                    .filter(name -> !name.startsWith(TemporaryFiles.PREFIX))
                    .sorted()
                    .limit(most + 1L)
                    .toList();
        }
        List<ListResult.Entry> entries = new ArrayList<>();
        for (String name : names.subList(0, Math.min(most, names.size()))) {
            find(folder.resolve(name), name).ifPresent(entries::add);
        }
        return new ListResult.Listed(entries, names.size() > most);
    }

    /** Empty where it disappeared meanwhile. */
    private static Optional<ListResult.Entry> find(Path file, String name) throws IOException {
        try {
            BasicFileAttributes seen = Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            boolean folder = seen.isDirectory() || Files.isDirectory(file);
            return Optional.of(new ListResult.Entry(
                    name,
                    folder,
                    folder ? 0 : seen.size(),
                    Optional.of(seen.lastModifiedTime().toInstant())));
        } catch (NoSuchFileException e) {
            return Optional.empty();
        }
    }
}
