package lectomen.engine.data;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A document's data file, with the values that rules ask of it once a worker has read it.
 *
 * @param name as it came; empty for a document that was taken without one
 * @param sha256 of its bytes
 * @param namespaces URIs by prefix, for XML
 * @param told the hits by expression; empty as long as it was not read
 * @param problem why it could not be read, in words; empty where it could
 */
public record Sidecar(
        String name,
        DataFormat form,
        String sha256,
        long size,
        Map<String, String> namespaces,
        Optional<Map<String, List<DataValue>>> told,
        String problem) {
    public Sidecar {
        namespaces = Map.copyOf(namespaces);
        told = told.map(Map::copyOf);
    }

    /** One that was not read yet. */
    public static Sidecar of(String name, DataFormat form, String sha256, long size, Map<String, String> namespaces) {
        return new Sidecar(name, form, sha256, size, namespaces, Optional.empty(), "");
    }

    /** The same with what it says to these expressions. */
    public Sidecar with(Map<String, List<DataValue>> hits, String why) {
        return new Sidecar(name, form, sha256, size, namespaces, Optional.of(hits), why);
    }

    /** What an expression gives; empty as long as the file was not read. */
    public Optional<List<DataValue>> ask(String expression) {
        return told.map(hits -> hits.getOrDefault(expression, List.of()));
    }
}
