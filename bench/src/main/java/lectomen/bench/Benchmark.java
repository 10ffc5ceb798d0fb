package lectomen.bench;

import java.nio.file.Path;
import java.util.List;

/** Something to measure. */
interface Benchmark {
    /** The name for {@code --only}. */
    String name();

    /** @param folder an empty folder on the disk to measure, for this benchmark alone */
    List<Figure> run(Path folder) throws Exception;
}
