package lectomen.engine.rule;

import java.time.ZoneId;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * What differs from one installation to the next.
 *
 * @param parameters the values of names in braces, such as {@code {inbox}}
 * @param connections the names of all places that rules may file to
 */
public record Site(Map<String, String> parameters, Set<String> connections, Locale locale, ZoneId zone) {
    public Site {
        parameters = Map.copyOf(parameters);
        connections = Set.copyOf(connections);
    }
}
