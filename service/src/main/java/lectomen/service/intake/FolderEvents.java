package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.FileSystems;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Says when something happens in a folder. Only a hint: events get lost, network folders have none, and a folder that is
 * replaced is not noticed; the sweep finds what is missed here. One watch for all folders.
 */
final class FolderEvents implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(FolderEvents.class);

    private final WatchService watch;
    private final Map<Path, WatchKey> keys = new ConcurrentHashMap<>();
    private final Map<WatchKey, Path> folders = new ConcurrentHashMap<>();
    private final Consumer<Path> listener;

    FolderEvents(Consumer<Path> listener) throws IOException {
        this.watch = FileSystems.getDefault().newWatchService();
        this.listener = listener;
        Thread thread = new Thread(this::listen, "folder-events");
        thread.setDaemon(true);
        thread.start();
    }

    /** Watches the folder, anew if it was replaced since. Does nothing where that is not possible. */
    void watch(Path folder) {
        WatchKey known = keys.get(folder);
        if (known != null && known.isValid()) {
            return;
        }
        try {
            WatchKey key =
                    folder.register(watch, StandardWatchEventKinds.ENTRY_CREATE, StandardWatchEventKinds.ENTRY_MODIFY);
            keys.put(folder, key);
            folders.put(key, folder);
        } catch (IOException e) {
            keys.remove(folder);
        }
    }

    /** Watches the folder anew at the next call of {@link #watch}. */
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
                key.pollEvents();
                Path folder = folders.get(key);
                if (folder != null) {
                    listener.accept(folder);
                }
                if (!key.reset() && folder != null) {
                    forget(folder);
                }
            }
        } catch (ClosedWatchServiceException | InterruptedException stopping) {
            // the service ends
        } catch (RuntimeException e) {
            LOG.error("File events are no longer heard; folders are still swept. Restart the service", e);
        }
    }

    @Override
    public void close() throws IOException {
        watch.close();
    }
}
