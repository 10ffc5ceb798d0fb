package lectomen.service.filing;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The folders that rules may file to, by the name of their connection. */
public final class Connections {
    private final Map<String, Path> folders;
    private final List<Path> roots;

    /** @param roots that all folders lie under, and that links in them may lead to */
    public Connections(Map<String, Path> folders, List<Path> roots) {
        this.folders = Map.copyOf(folders);
        this.roots = List.copyOf(roots);
    }

    List<Path> roots() {
        return roots;
    }

    Optional<Path> findFolder(String name) {
        return Optional.ofNullable(folders.get(name));
    }

    public Map<String, Path> folders() {
        return folders;
    }
}
