package lectomen.service.bytes;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Waits until a folder's entries are on the disk. A file whose entry is not may be gone after a power cut. */
public final class DurableFiles {
    private DurableFiles() {}

    public static void syncFolder(Path folder) throws IOException {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }
}
