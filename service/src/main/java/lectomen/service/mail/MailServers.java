package lectomen.service.mail;

import java.util.Map;
import java.util.Optional;

/** The mail servers of the settings, by the name of their connection. */
public record MailServers(Map<String, MailServer> byName) implements AutoCloseable {
    public MailServers {
        byName = Map.copyOf(byName);
    }

    public Optional<MailServer> find(String connection) {
        return Optional.ofNullable(byName.get(connection));
    }

    @Override
    public void close() {
        byName.values().forEach(MailServer::close);
    }
}
