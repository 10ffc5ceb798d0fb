package lectomen.engine.flow;

import java.util.Map;
import java.util.TreeMap;

/**
 * A document's properties, by the names that rules use: title, author, subject, keywords, description, created, modified, and
 * custom ones.
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
