package lectomen.engine.lookup;

import java.util.Optional;

/** The tables that there are, each read when it is first asked for. */
@FunctionalInterface
public interface Lookups {
    Lookups NONE = name -> Optional.empty();

    Optional<Lookup> find(String name);
}
