package lectomen.engine.task;

import java.util.Map;
import lectomen.engine.data.DataFormat;

/**
 * A task for a worker: evaluate expressions on a data file.
 *
 * @param id of the call; its answer carries it
 * @param namespaces URIs by prefix, for XML
 */
public record DataTask(
        int protocol, String id, ByteRef data, DataFormat form, String expression, Map<String, String> namespaces) {
    public DataTask {
        namespaces = Map.copyOf(namespaces);
    }
}
