package lectomen.service.connection;

import java.util.List;
import tools.jackson.databind.JsonNode;

/** A kind of connection: which settings it has. Safe for several threads. */
public interface ConnectionKind {
    /** What the store and people know it by. */
    String code();

    /** The settings, as a JSON Schema (draft 2020-12). A password is the name of a secret, of the format "secret". */
    JsonNode schema();

    /** What is wrong with some settings, in words; empty where they can be used, or were checked where they were read. */
    default List<String> problems(JsonNode settings) {
        return List.of();
    }

    /** Where it leads, for people: a folder, a server or a URL. */
    String address(JsonNode settings);

    /** How much may be under way on such a connection at once, unless somebody says otherwise. */
    default int usualAtOnce() {
        return ConnectionRecords.USUAL_AT_ONCE;
    }
}
