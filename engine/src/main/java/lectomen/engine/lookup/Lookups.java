package lectomen.engine.lookup;

import java.util.Optional;

/** All lookup tables, each read when it is first used. */
@FunctionalInterface
public interface Lookups {
    Lookups NONE = name -> Optional.empty();

    Optional<Lookup> find(String name);
}
