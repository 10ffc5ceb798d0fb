package lectomen.service.destination;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import lectomen.engine.reason.Reason;
import lectomen.service.disk.KnownDisks;

/** The folders that rules can file to, by connection name. */
public final class Connections {
    private final Supplier<Map<String, Path>> folders;
    private final List<Path> roots;
    private final Disks disks;

    /** Tells where a folder is now, if that is not where it was before. */
    @FunctionalInterface
    public interface Disks {
        Optional<KnownDisks.Elsewhere> findElsewhere(Path folder) throws IOException;
    }

    /**
     * @param folders by connection name, as they are now
     * @param roots that all folders are under, and that links in them may lead to
     */
    public Connections(Supplier<Map<String, Path>> folders, List<Path> roots, Disks disks) {
        this.folders = folders;
        this.roots = List.copyOf(roots);
        this.disks = disks;
    }

    /** Why nothing can be put into a folder now; empty where it is there, on the disk on which it was before. */
    public Optional<Reason> findAway(String connection, Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return Optional.of(Reason.of("destination.away", "connection", connection));
        }
        return disks.findElsewhere(folder)
                .map(elsewhere -> Reason.of(
                        "destination.elsewhere",
                        "connection",
                        connection,
                        "folder",
                        folder.toString(),
                        "before",
                        elsewhere.before(),
                        "now",
                        elsewhere.now()));
    }

    public List<Path> roots() {
        return roots;
    }

    public Optional<Path> findFolder(String name) {
        return Optional.ofNullable(folders().get(name));
    }

    public Map<String, Path> folders() {
        return folders.get();
    }
}
