package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.FileSystems;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Reports file events in a folder. Only a hint: events get lost, network folders have none, and a folder that is
 * replaced is not noticed; the sweep finds what is missed here. One watch for all folders.
 */
final class FolderEvents implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(FolderEvents.class);
    private static final int MOST_WATCHED = 4_000;

    /** Told what happened. */
    @FunctionalInterface
    interface Listener {
        /** @param paths where something happened; empty when it may be anywhere in the hot folder */
        void happened(Path hotFolder, Set<Path> paths);
    }

    private record Watched(Path hotFolder, Path folder) {}

    private final WatchService watch;
    private final Map<Path, WatchKey> keys = new ConcurrentHashMap<>();
    private final Map<WatchKey, Watched> folders = new ConcurrentHashMap<>();
    private final Listener listener;

    FolderEvents(Listener listener) throws IOException {
        this.watch = FileSystems.getDefault().newWatchService();
        this.listener = listener;
        Thread thread = new Thread(this::listen, "folder-events");
        thread.setDaemon(true);
        thread.start();
    }

    /**
     * Watches a hot folder, or a folder inside it, again if it was replaced since. Does nothing where that is not possible.
     *
     * @return whether it was not watched before
     */
    boolean watch(Path hotFolder, Path folder) {
        WatchKey known = keys.get(folder);
        if ((known != null && known.isValid()) || keys.size() >= MOST_WATCHED) {
            return false;
        }
        try {
            WatchKey key =
                    folder.register(watch, StandardWatchEventKinds.ENTRY_CREATE, StandardWatchEventKinds.ENTRY_MODIFY);
            keys.put(folder, key);
            folders.put(key, new Watched(hotFolder, folder));
            return true;
        } catch (IOException e) {
            keys.remove(folder);
            return false;
        }
    }

    /** Watches the folder again at the next call of {@link #watch}. */
    void forget(Path folder) {
        WatchKey key = keys.remove(folder);
        if (key != null) {
            folders.remove(key);
            key.cancel();
        }
    }

    private void listen() {
        try {
            while (true) {
                WatchKey key = watch.take();
                Watched watched = folders.get(key);
                if (watched == null) {
                    key.pollEvents();
                } else {
                    listener.happened(watched.hotFolder(), pathsOf(key, watched.folder()));
                    if (!key.reset()) {
                        forget(watched.folder());
                    }
                }
            }
        } catch (ClosedWatchServiceException | InterruptedException stopping) {
            // the service ends
        } catch (RuntimeException e) {
            LOG.error("File events are no longer received; folders are still swept. Restart the service", e);
        }
    }

    /** Empty when events were lost. */
    private static Set<Path> pathsOf(WatchKey key, Path folder) {
        Set<Path> paths = new HashSet<>();
        boolean lost = false;
        for (WatchEvent<?> event : key.pollEvents()) {
            if (event.context() instanceof Path name) {
                paths.add(folder.resolve(name));
            } else {
                lost = true;
            }
        }
        return lost ? Set.of() : paths;
    }

    @Override
    public void close() throws IOException {
        watch.close();
    }
}
