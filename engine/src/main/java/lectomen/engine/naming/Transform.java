package lectomen.engine.naming;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;

/** One change to the text of a slot, such as {@code | upper}. */
@FunctionalInterface
interface Transform {
    /**
     * The changed text. An empty text stays empty, except where a transform is there to fill it.
     *
     * @throws java.time.DateTimeException if the transform needs a date and the text is none
     */
    String apply(String text, Surroundings around);

    /** @param warn told, in words, of something that was probably not meant */
    record Surroundings(Locale locale, Consumer<String> warn) {}

    /** Makes a transform from what stands behind its word, or empty when that is not what it needs. */
    @FunctionalInterface
    interface Maker {
        Optional<Transform> make(Arguments arguments);
    }
}
