package lectomen.engine.lookup;

import java.util.List;

/** A table by its bytes, which are immutable, and its columns. */
public record LookupRef(String sha256, long size, List<String> columns) {
    public LookupRef {
        columns = List.copyOf(columns);
    }
}
