package lectomen.engine.flow;

import java.util.Map;
import java.util.TreeMap;

/**
 * What a document says of itself, by the names that rules know them by: title, author, subject, keywords, description, created,
 * modified, and any of its own.
 */
public record Properties(Map<String, String> values) {
    public static final Properties NONE = new Properties(Map.of());

    public Properties {
        Map<String, String> said = new TreeMap<>();
        values.forEach((name, value) -> {
            if (!value.isBlank()) {
                said.put(name, value.strip());
            }
        });
        values = Map.copyOf(said);
    }

    /** Empty where it says nothing of the kind. */
    public String get(String name) {
        return values.getOrDefault(name, "");
    }
}
