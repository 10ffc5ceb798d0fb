package lectomen.service.bytes;

import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * How much free space the disk of the home has. Below the mark no files are taken in, so that what was taken can still be
 * brought to its end. Safe for several threads.
 */
public final class DiskSpaceGuard {
    private static final long LOOK_EVERY_NANOS = 1_000_000_000L;

    private final Path folder;
    private final long keepFreeBytes;
    private volatile long free = Long.MAX_VALUE;
    private volatile long lookedAtNanos = System.nanoTime() - 2 * LOOK_EVERY_NANOS;

    /** @param keepFreeBytes the mark */
    public DiskSpaceGuard(Path folder, long keepFreeBytes) {
        this.folder = folder;
        this.keepFreeBytes = keepFreeBytes;
    }

    public long keepFreeBytes() {
        return keepFreeBytes;
    }

    /** The bytes that can still be written, as of a second ago at most. */
    public long freeBytes() {
        if (System.nanoTime() - lookedAtNanos > LOOK_EVERY_NANOS) {
            try {
                FileStore disk = Files.getFileStore(folder);
                free = disk.getUsableSpace();
            } catch (IOException e) {
                free = 0; // a disk that can't be asked can't be written either
            }
            lookedAtNanos = System.nanoTime();
        }
        return free;
    }

    /** Why nothing is taken in; empty while there is room. */
    public Optional<Reason> findTooLow() {
        long now = freeBytes();
        return now >= keepFreeBytes
                ? Optional.empty()
                : Optional.of(Reason.of("disk.low", "free", shown(now), "mark", shown(keepFreeBytes)));
    }

    private static String shown(long bytes) {
        return bytes >= 10_000_000_000L
                ? bytes / 1_000_000_000 + " GB"
                : String.format(Locale.ROOT, "%.1f MB", bytes / 1_000_000.0);
    }
}
