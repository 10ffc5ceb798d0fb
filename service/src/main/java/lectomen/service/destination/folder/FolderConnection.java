package lectomen.service.destination.folder;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.connection.ConnectionKind;
import lectomen.service.connection.ConnectionRecord;
import lectomen.service.connection.ConnectionSchema;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Connections to folders on this machine's disks and shares. */
public final class FolderConnection implements ConnectionKind {
    public static final String CODE = "folder";

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String FOLDER = "folder";

    /** The settings for folders by connection name. */
    public static Map<String, ObjectNode> settings(Map<String, Path> folders) {
        return ConnectionSchema.settings(
                folders, folder -> JSON.createObjectNode().put(FOLDER, folder.toString()));
    }

    /** The folder of a connection; empty for one of another kind. */
    public static Optional<Path> findFolder(ConnectionRecord connection) {
        return connection.kind().equals(CODE)
                ? Optional.of(Path.of(
                        JSON.readTree(connection.settings()).path(FOLDER).asString()))
                : Optional.empty();
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public JsonNode schema() {
        return ConnectionSchema.requiring(FOLDER)
                .text(FOLDER, "An absolute path below one of the allowed roots.")
                .json();
    }

    @Override
    public String address(JsonNode settings) {
        return settings.path(FOLDER).asString("");
    }

    @Override
    public List<String> problems(JsonNode settings) {
        String folder = settings.path(FOLDER).asString("");
        try {
            return Path.of(folder).isAbsolute()
                    ? List.of()
                    : List.of("\"folder\" must be an absolute path, not \"" + folder + "\"");
        } catch (InvalidPathException e) {
            return List.of("\"folder\" is no path: \"" + folder + "\"");
        }
    }
}
