package lectomen.engine.rule;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.identify.FileType;

/**
 * What is known of a file without opening it beyond its head.
 *
 * @param folder the hot folder that it came from, as the rules' sources name it once parameters are filled in; empty for an
 *     upload, which any rule may take
 */
public record Facts(String name, long bytes, FileType type, Optional<String> folder, Instant arrived) {
    /** The name without its ending. */
    public String stem() {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }

    /** The ending of the name without its dot; empty when there is none. */
    public String ending() {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(dot + 1) : "";
    }
}
