package lectomen.engine.rulefile;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.yaml.Node;

/**
 * A part that several rules use.
 *
 * @param name as rules name it
 * @param content what stands for it where it is named
 */
public record SharedPart(String name, String about, Kind kind, Node content) {
    /** What a part can be. */
    public enum Kind {
        /** File types, named under {@code accept:} and {@code type is:}. */
        ACCEPT_SET("accept", "accept set"),
        /** A name or a piece of one, named as {@code {pattern …}} inside another. */
        NAME_PATTERN("pattern", "name pattern"),
        /** Steps, named by {@code - steps: …}. */
        STEP_LIST("steps", "step list"),
        /** Fields, named by {@code - find: …}. */
        DOCUMENT_TYPE("fields", "document type"),
        /** A number sequence, named as {@code {counter …}} in names and folders. */
        COUNTER("counter", "counter");

        private final String key;
        private final String words;

        Kind(String key, String words) {
            this.key = key;
            this.words = words;
        }

        /** The word of a part's file under which the content stands. */
        public String key() {
            return key;
        }

        /** What people call it. */
        public String words() {
            return words;
        }

        public static List<String> keys() {
            return Stream.of(values()).map(Kind::key).toList();
        }

        public static Optional<Kind> findByKey(String key) {
            return Stream.of(values()).filter(kind -> kind.key.equals(key)).findFirst();
        }
    }
}
