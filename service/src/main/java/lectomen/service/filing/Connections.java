package lectomen.service.filing;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;

/** The folders that rules may file to, by the name of their connection. */
public final class Connections {
    private final Map<String, Path> folders;

    public Connections(Map<String, Path> folders) {
        this.folders = Map.copyOf(folders);
    }

    Optional<Path> findFolder(String name) {
        return Optional.ofNullable(folders.get(name));
    }

    public Map<String, Path> folders() {
        return folders;
    }
}
