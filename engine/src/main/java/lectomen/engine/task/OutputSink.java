package lectomen.engine.task;

import java.io.IOException;
import java.nio.file.Path;

/** Takes the outputs that a worker makes of documents. */
public interface OutputSink {
    /** A folder of the worker's own. */
    Path folder();

    /** Takes what was made; the file may go afterwards. */
    void take(ByteRef ref, Path file) throws IOException;
}
