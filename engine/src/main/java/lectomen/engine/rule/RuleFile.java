package lectomen.engine.rule;

import java.util.Map;

/**
 * A rule as it is written, with the shared parts that it may name.
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
