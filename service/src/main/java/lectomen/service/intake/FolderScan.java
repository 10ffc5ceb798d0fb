package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import lectomen.engine.rule.SourceSettings.Subfolders;

/** Lists the files of a hot folder and, as the source says, those of its subfolders or whole dropped folders. */
final class FolderScan {
    private static final int DEEPEST = 32;

    /** Something that may be taken. Links and special files are none of it. */
    record Found(Path path, FileState state) {}

    private final Path folder;
    private final Subfolders subfolders;
    private final Set<Path> ownFolders;
    private final Consumer<Path> whenWatched;

    /**
     * @param own folders, by name or path, in which the service puts files itself
     * @param whenWatched called for each folder whose files are taken one by one
     */
    FolderScan(Path folder, Subfolders subfolders, Set<String> own, Consumer<Path> whenWatched) {
        this.folder = folder;
        this.subfolders = subfolders;
        this.ownFolders = own.stream().map(folder::resolve).collect(Collectors.toSet());
        this.whenWatched = whenWatched;
    }

    /** Everything in the folder. */
    List<Found> all() throws IOException {
        List<Found> found = new ArrayList<>();
        gather(folder, 0, found);
        return found;
    }

    private void gather(Path in, int depth, List<Found> found) throws IOException {
        try (DirectoryStream<Path> files = Files.newDirectoryStream(in)) {
            for (Path file : files) {
                find(file, depth, found);
            }
        } catch (DirectoryIteratorException e) {
            throw e.getCause();
        }
    }

    private void find(Path path, int depth, List<Found> found) throws IOException {
        if (IgnoredNames.ignores(path.getFileName().toString())) {
            return;
        }
        try {
            FileState state = FileState.of(path);
            if (state.kind() == FileState.Kind.FILE) {
                found.add(new Found(path, state));
            } else if (state.kind() == FileState.Kind.FOLDER && !ownFolders.contains(path)) {
                if (subfolders == Subfolders.WATCH && depth < DEEPEST) {
                    whenWatched.accept(path);
                    gather(path, depth + 1, found);
                } else if (subfolders == Subfolders.TAKE && !IgnoredNames.isAnyComing(path)) {
                    found.add(new Found(path, FileState.ofAll(path)));
                }
            }
        } catch (NoSuchFileException gone) {
            // somebody was quicker
        }
    }

    /** What is at one path, of which an event told; for something inside a dropped folder, that folder. */
    List<Found> at(Path path) throws IOException {
        List<Found> found = new ArrayList<>();
        Path wanted = path;
        if (subfolders != Subfolders.WATCH) {
            wanted = folder.resolve(folder.relativize(path).getName(0));
        }
        for (Path level = wanted.getParent(); level != null && !level.equals(folder); level = level.getParent()) {
            if (IgnoredNames.ignores(level.getFileName().toString()) || ownFolders.contains(level)) {
                return found;
            }
        }
        find(wanted, folder.relativize(wanted).getNameCount() - 1, found);
        return found;
    }
}
