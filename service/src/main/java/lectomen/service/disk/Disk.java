package lectomen.service.disk;

import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A mounted file system.
 *
 * @param device its number, which may change when it is mounted again
 * @param type such as ext4, nfs4 or cifs
 * @param name of the disk or share, as the system has it
 */
record Disk(long device, String type, String name) {
    /** Tells the file systems of folders. */
    interface Probe {
        long device(Path folder) throws IOException;

        Disk disk(Path folder) throws IOException;
    }

    /** What the operating system tells. */
    static final class OfSystem implements Probe {
        @Override
        public long device(Path folder) throws IOException {
            try {
                return ((Number) Files.getAttribute(folder, "unix:dev")).longValue();
            } catch (UnsupportedOperationException notTold) {
                return 0;
            }
        }

        @Override
        public Disk disk(Path folder) throws IOException {
            FileStore store = Files.getFileStore(folder);
            return new Disk(device(folder), store.type(), store.name());
        }
    }

    boolean isLike(Disk other) {
        return type.equals(other.type) && name.equals(other.name);
    }

    /** For people. */
    String words() {
        return name + " (" + type + ")";
    }
}
