package lectomen.service.lookup;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.LookupReader;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.lookup.Lookups;

/** The latest lookups, read into memory where they are asked for again and again. Safe for several threads. */
public final class LoadedLookups implements Lookups {
    private static final int MOST = 8;

    private final LookupTables tables;

    // By the hash of the table; guarded by this.
    private final Map<String, Lookup> loaded = new LinkedHashMap<>();

    public LoadedLookups(LookupTables tables) {
        this.tables = tables;
    }

    @Override
    public synchronized Optional<Lookup> find(String name) {
        LookupRef ref = tables.refs().get(name);
        if (ref == null) {
            return Optional.empty();
        }
        Lookup known = loaded.get(ref.sha256());
        if (known == null) {
            known = LookupReader.read(tables.csv(tables.require(name))).lookup();
            if (loaded.size() >= MOST) {
                loaded.remove(loaded.keySet().iterator().next());
            }
            loaded.put(ref.sha256(), known);
        }
        return Optional.of(known);
    }
}
