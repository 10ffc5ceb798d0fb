package lectomen.engine.office;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * How tracked changes and comments of a document are treated.
 *
 * @param changes how changes are shown that nobody decided about yet
 * @param comments whether they stand as notes at the document's end
 */
public record FlowOptions(Changes changes, boolean comments) {
    public static final FlowOptions USUAL = new FlowOptions(Changes.ACCEPTED, false);

    public enum Changes {
        /** As if all were accepted. */
        ACCEPTED,
        /** As if all were refused. */
        REFUSED,
        /** What was put in is underlined, what was taken out struck through. */
        SHOWN;

        /** As it is written in rules. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Changes> findByWord(String word) {
            return List.of(values()).stream()
                    .filter(one -> one.word().equals(word.strip().toLowerCase(Locale.ROOT)))
                    .findFirst();
        }

        public static List<String> words() {
            return List.of(values()).stream().map(Changes::word).toList();
        }
    }
}
