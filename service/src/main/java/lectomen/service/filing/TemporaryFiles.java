package lectomen.service.filing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import lectomen.engine.reason.ProblemWords;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Hidden files at destinations that prove a filing until its receipt is written. One that can't be reached goes when its
 * folder is back. Safe for several threads.
 */
final class TemporaryFiles {
    private static final Logger LOG = LoggerFactory.getLogger(TemporaryFiles.class);

    private record Leftover(String effectId, Path file) {}

    private final Queue<Leftover> unreached = new ConcurrentLinkedQueue<>();

    /** Removes the file now, or at a later {@link #clear} when it can't be reached. */
    void clear(String effectId, Path file) {
        Leftover leftover = new Leftover(effectId, file);
        if (!isDeleted(leftover)) {
            unreached.add(leftover);
        }
    }

    /** Remembers a file for the next {@link #clear}. */
    void add(String effectId, Path file) {
        unreached.add(new Leftover(effectId, file));
    }

    /** Takes away what could not be reached before; what is not there once its folder is back is gone already. */
    void clear() {
        unreached.removeIf(leftover -> {
            boolean folderIsThere = Files.isDirectory(leftover.file().resolveSibling("."));
            return isDeleted(leftover) || (folderIsThere && Files.notExists(leftover.file()));
        });
    }

    private static boolean isDeleted(Leftover leftover) {
        try {
            return Files.deleteIfExists(leftover.file());
        } catch (IOException e) {
            String problem = ProblemWords.ofDisk(e);
            LOG.warn("The temporary file of effect {} can't be removed yet ({})", leftover.effectId(), problem);
            return false;
        }
    }
}
