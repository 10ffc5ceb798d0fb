package lectomen.service.bytes;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Objects;

/** Waits until a folder's entries are on the disk. A file whose entry is not may be gone after a power cut. */
public final class DurableFiles {
    private DurableFiles() {}

    /** Waits until the entry of this file or folder in the folder that holds it is on the disk. */
    public static void syncEntry(Path entry) throws IOException {
        syncFolder(Objects.requireNonNull(entry.toAbsolutePath().getParent()));
    }

    public static void syncFolder(Path folder) throws IOException {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }
}
