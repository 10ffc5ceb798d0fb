package lectomen.service.destination.folder;

import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;
import lectomen.service.connection.ConnectionRecord;
import lectomen.service.connection.ConnectionRecords;

/** The folders of connections by name, read from their settings once for each change. Safe for several threads. */
public final class ConnectionFolders implements Supplier<Map<String, Path>> {
    private record Seen(Map<String, ConnectionRecord> records, Map<String, Path> folders) {}

    private final ConnectionRecords connections;
    private volatile Seen seen = new Seen(Map.of(), Map.of());

    public ConnectionFolders(ConnectionRecords connections) {
        this.connections = connections;
    }

    @Override
    public Map<String, Path> get() {
        Map<String, ConnectionRecord> now = connections.all();
        Seen last = seen;
        if (!last.records().equals(now)) {
            Map<String, Path> folders = new TreeMap<>();
            now.values().forEach(record -> FolderConnection.findFolder(record)
                    .ifPresent(folder -> folders.put(record.name(), folder)));
            last = new Seen(now, Map.copyOf(folders));
            seen = last;
        }
        return last.folders();
    }
}
