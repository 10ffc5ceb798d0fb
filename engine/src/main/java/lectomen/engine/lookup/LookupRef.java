package lectomen.engine.lookup;

import java.util.List;

/** A lookup table's immutable bytes and its columns. */
public record LookupRef(String sha256, long size, List<String> columns) {
    public LookupRef {
        columns = List.copyOf(columns);
    }
}
