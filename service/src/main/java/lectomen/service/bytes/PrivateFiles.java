package lectomen.service.bytes;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/** Small files and folders that only the owner of the service can read. */
public final class PrivateFiles {
    private static final Set<PosixFilePermission> OWNERS_FILE = PosixFilePermissions.fromString("rw-------");
    private static final Set<PosixFilePermission> OWNERS_FOLDER = PosixFilePermissions.fromString("rwx------");

    private PrivateFiles() {}

    /** Puts the text in the file's place as a whole; it is on the disk when this returns. */
    public static void write(Path file, String text) throws IOException {
        Path next = file.resolveSibling(file.getFileName() + ".next");
        Files.deleteIfExists(next);
        Files.createFile(next, PosixFilePermissions.asFileAttribute(OWNERS_FILE));
        try (FileChannel channel = FileChannel.open(next, StandardOpenOption.WRITE)) {
            ByteBuffer bytes = ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8));
            while (bytes.hasRemaining()) {
                channel.write(bytes);
            }
            channel.force(true);
        }
        Files.move(next, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        DurableFiles.syncEntry(file);
    }

    /** Makes the folder, or takes from others what they may do in it. */
    public static Path folder(Path folder) throws IOException {
        Path made = Files.createDirectories(folder);
        Files.setPosixFilePermissions(made, OWNERS_FOLDER);
        return made;
    }
}
