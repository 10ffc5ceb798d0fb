package lectomen.service.destination;

import java.util.Optional;

/** The destinations of connections. Safe for several threads. */
public interface Destinations {
    /** Empty where there is no such connection. */
    Optional<Destination> find(String connection);

    /** The settings of a connection as one text, to tell later whether they were others; empty where there is none. */
    String settings(String connection);
}
