package lectomen.service.destination.folder;

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
    /** How their names begin. */
    static final String PREFIX = ".lectomen-";

    private static final Logger LOG = LoggerFactory.getLogger(TemporaryFiles.class);

    private record Leftover(String effectId, Path file) {}

    private final Queue<Leftover> unreached = new ConcurrentLinkedQueue<>();

    /** Removes the file now, or at a later {@link #clear} when it can't be reached. */
    void clear(String effectId, Path file) {
        Leftover leftover = new Leftover(effectId, file);
        if (!isGone(leftover)) {
            unreached.add(leftover);
        }
    }

    /** Takes away what could not be reached before; what is not there once its folder is back is gone already. */
    void clear() {
        unreached.removeIf(TemporaryFiles::isGone);
    }

    /** Deletes it; a file that is not there is gone if its folder is. */
    private static boolean isGone(Leftover leftover) {
        try {
            return Files.deleteIfExists(leftover.file())
                    || Files.isDirectory(leftover.file().resolveSibling("."));
        } catch (IOException e) {
            String problem = ProblemWords.ofDisk(e);
            LOG.warn("The temporary file of effect {} can't be removed yet ({})", leftover.effectId(), problem);
            return false;
        }
    }
}
