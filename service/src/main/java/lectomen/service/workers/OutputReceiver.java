package lectomen.service.workers;

import java.io.IOException;
import java.io.InputStream;
import lectomen.engine.task.ByteRef;

/** Stores the outputs that a worker makes of a document. */
@FunctionalInterface
public interface OutputReceiver {
    /** For tasks that make nothing. */
    OutputReceiver NOTHING = (ref, bytes) -> {
        throw new IOException("No output was expected");
    };

    /** @param bytes to be read to their end */
    void keep(ByteRef ref, InputStream bytes) throws IOException;
}
