package lectomen.engine.rulefile;

import java.util.Map;

/**
 * A rule's text, with the shared parts that it may use.
 *
 * @param parts their texts by name
 */
public record RuleFile(String text, Map<String, String> parts) {
    public RuleFile {
        parts = Map.copyOf(parts);
    }

    /** A rule that names no part. */
    public RuleFile(String text) {
        this(text, Map.of());
    }
}
