package lectomen.engine.rule;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.SafeName;
import tools.jackson.databind.json.JsonMapper;

/**
 * A reply file that tells a document's sender the result.
 *
 * @param folder where it is put: a path, or a name inside the hot folder
 * @param named with its ending
 * @param text what it says; not asked where there is {@code json}
 * @param json what it says, by name, in this order; empty for a plain text
 */
public record AnswerFile(String folder, NamePattern named, NamePattern text, Map<String, NamePattern> json) {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String OTHERWISE = "answer";

    public AnswerFile {
        json = Collections.unmodifiableMap(new LinkedHashMap<>(json));
    }

    /** The file's name for these slots. */
    public String name(Map<String, String> slots, Locale locale) {
        String name = SafeName.exact(named.valueOrSource(slots, locale));
        return name.isEmpty() ? OTHERWISE : name;
    }

    /** What it says for these slots. A slot that can't be changed as the rule says stands as it is. */
    public String content(Map<String, String> slots, Locale locale) {
        if (json.isEmpty()) {
            return text.valueOrSource(slots, locale) + "\n";
        }
        Map<String, String> values = new LinkedHashMap<>();
        json.forEach((name, pattern) -> values.put(name, pattern.valueOrSource(slots, locale)));
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(values) + "\n";
    }
}
