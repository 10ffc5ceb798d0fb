package lectomen.service.destination.folder;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import lectomen.engine.reason.Reason;
import lectomen.service.bytes.DurableFiles;

/**
 * The folders below the root of a destination, created when needed. A link among them is followed as long as it stays below the
 * root, or below one of the roots that the owner of the service allows.
 */
final class FolderLevels {
    /** A path of folders that nothing can be filed into until somebody changes something. */
    static final class UnusableException extends IOException {
        private static final long serialVersionUID = 1;

        private final String code;

        private UnusableException(String code, List<String> levels) {
            super(String.join("/", levels));
            this.code = code;
        }

        Reason reason(String connection) {
            return Reason.of(code, "connection", connection, "folder", String.valueOf(getMessage()));
        }
    }

    private final Path root;
    private final List<Path> allowed;

    FolderLevels(Path root, Collection<Path> allowed) {
        this.root = root;
        this.allowed = List.copyOf(allowed);
    }

    /**
     * The folder, made if it was not there.
     *
     * @throws UnusableException if something else is in the way, or a link leads out
     */
    Path open(List<String> levels) throws IOException {
        Path folder = root;
        for (String level : levels) {
            folder = folder.resolve(level);
            if (Files.notExists(folder, LinkOption.NOFOLLOW_LINKS)) {
                make(folder);
            }
            check(folder, levels);
        }
        return folder;
    }

    /**
     * Looks at what is there of a path.
     *
     * @throws UnusableException if something else is in the way, or a link leads out
     */
    void check(List<String> levels) throws IOException {
        Path folder = root;
        for (String level : levels) {
            folder = folder.resolve(level);
            if (Files.notExists(folder, LinkOption.NOFOLLOW_LINKS)) {
                return;
            }
            check(folder, levels);
        }
    }

    private void check(Path folder, List<String> levels) throws IOException {
        if (folder.endsWith("..")) {
            throw new UnusableException("destination.leads-out", levels);
        }
        if (Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        if (!Files.isDirectory(folder)) {
            throw new UnusableException("destination.not-a-folder", levels);
        }
        if (!isAllowed(folder.toRealPath())) {
            throw new UnusableException("destination.leads-out", levels);
        }
    }

    private boolean isAllowed(Path real) throws IOException {
        if (real.startsWith(root.toRealPath())) {
            return true;
        }
        for (Path one : allowed) {
            if (Files.isDirectory(one) && real.startsWith(one.toRealPath())) {
                return true;
            }
        }
        return false;
    }

    private static void make(Path folder) throws IOException {
        try {
            Files.createDirectory(folder);
        } catch (FileAlreadyExistsException madeMeanwhile) {
            return;
        }
        FolderPermissions.make(folder);
        DurableFiles.syncEntry(folder);
    }
}
