package lectomen.service.print;

import java.util.Map;
import java.util.Optional;

/** The printers of the settings, by the name of their connection. */
public record Printers(Map<String, Printer> byName) {
    public Printers {
        byName = Map.copyOf(byName);
    }

    public Optional<Printer> find(String connection) {
        return Optional.ofNullable(byName.get(connection));
    }
}
