package lectomen.service.connection;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Puts together what the settings of a kind of connection look like, as a JSON Schema. */
public final class ConnectionSchema {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String TYPE = "type";
    private static final String TEXT = "string";

    private final ObjectNode schema =
            JSON.createObjectNode().put(TYPE, "object").put("additionalProperties", false);
    private final ObjectNode properties;

    private ConnectionSchema(List<String> required) {
        ArrayNode words = schema.putArray("required");
        required.forEach(words::add);
        properties = schema.putObject("properties");
    }

    /** One whose settings must have these words. */
    public static ConnectionSchema requiring(String... words) {
        return new ConnectionSchema(List.of(words));
    }

    /** The settings of connections, by their names. */
    public static <C> Map<String, ObjectNode> settings(Map<String, C> connections, Function<C, ObjectNode> written) {
        Map<String, ObjectNode> settings = new TreeMap<>();
        connections.forEach((name, connection) -> settings.put(name, written.apply(connection)));
        return settings;
    }

    /** @param about for people; empty where the word says it */
    public ConnectionSchema text(String word, String about) {
        return put(word, TEXT, about);
    }

    public ConnectionSchema uri(String word, String about) {
        put(word, TEXT, about);
        ((ObjectNode) properties.path(word)).put("format", "uri");
        return this;
    }

    /** The name of a secret. */
    public ConnectionSchema secret(String word, String about) {
        put(word, TEXT, about);
        ((ObjectNode) properties.path(word)).put("format", "secret");
        return this;
    }

    public ConnectionSchema yesOrNo(String word, String about) {
        return put(word, "boolean", about);
    }

    public ConnectionSchema number(String word, int least, int most) {
        put(word, "integer", "");
        ((ObjectNode) properties.path(word)).put("minimum", least).put("maximum", most);
        return this;
    }

    public ConnectionSchema choice(String word, List<String> words) {
        ArrayNode ways = properties.putObject(word).putArray("enum");
        words.forEach(ways::add);
        return this;
    }

    private ConnectionSchema put(String word, String type, String about) {
        ObjectNode property = properties.putObject(word).put(TYPE, type);
        if (!about.isEmpty()) {
            property.put("description", about);
        }
        return this;
    }

    public JsonNode json() {
        return schema;
    }
}
