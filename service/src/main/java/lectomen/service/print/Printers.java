package lectomen.service.print;

import java.util.Map;
import java.util.Optional;

/**
 * The printers of the settings, by the name of their connection.
 *
 * @param byName those that speak IPP
 * @param ports those that can't be asked
 */
public record Printers(Map<String, Printer> byName, Map<String, PrintPort> ports) {
    public Printers {
        byName = Map.copyOf(byName);
        ports = Map.copyOf(ports);
    }

    public Optional<Printer> find(String connection) {
        return Optional.ofNullable(byName.get(connection));
    }

    public Optional<PrintPort> findPort(String connection) {
        return Optional.ofNullable(ports.get(connection));
    }
}
