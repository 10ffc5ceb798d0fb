package lectomen.service.web;

import java.util.Map;
import java.util.Optional;

/** The systems of the settings that are called, by the name of their connection. */
public record WebSystems(Map<String, WebSystem> byName) {
    public WebSystems {
        byName = Map.copyOf(byName);
    }

    public Optional<WebSystem> find(String connection) {
        return Optional.ofNullable(byName.get(connection));
    }
}
