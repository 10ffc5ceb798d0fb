package lectomen.service.bytes;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Objects;

/** Changes to folders that are durable before they return. A file whose entry is not may be gone after a power cut. */
public final class DurableFiles {
    private DurableFiles() {}

    /** Waits until the entry of this file or folder in the folder that holds it is on the disk. */
    public static void syncEntry(Path entry) throws IOException {
        syncFolder(Objects.requireNonNull(entry.toAbsolutePath().getParent()));
    }

    /**
     * Moves a file to a name that nobody has; never replaces anything. Without hard links the name is first taken by an empty
     * file, which only a crash leaves behind.
     *
     * @param links whether to try hard links at all
     * @return false, and nothing is done, if the name is taken
     */
    public static boolean moveToFreeName(Path from, Path to, boolean links) throws IOException {
        if (links) {
            try {
                Files.createLink(to, from);
                syncEntry(to);
                Files.delete(from);
                return true;
            } catch (FileAlreadyExistsException e) {
                return false;
            } catch (UnsupportedOperationException | FileSystemException noLinksHere) {
                if (Files.notExists(from, LinkOption.NOFOLLOW_LINKS)) {
                    throw new NoSuchFileException(from.toString());
                }
            }
        }
        try {
            FileChannel.open(to, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)
                    .close();
        } catch (FileAlreadyExistsException e) {
            return false;
        }
        try {
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            Files.deleteIfExists(to);
            throw e;
        }
        syncEntry(to);
        return true;
    }

    public static void syncFolder(Path folder) throws IOException {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }
}
