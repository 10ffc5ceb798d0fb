package lectomen.engine.naming;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;

/** One change to the text of a slot, such as {@code | upper}. */
@FunctionalInterface
interface Transform {
    /**
     * The changed text. An empty text stays empty, except where a transform is there to fill it.
     *
     * @throws DateTimeException if the transform needs a date and the text is none
     */
    String apply(String text, Locale locale);

    /** Makes a transform from what stands behind its word, or empty when that is not what it needs. */
    @FunctionalInterface
    interface Maker {
        Optional<Transform> make(String argument);
    }

    static String asDate(String text, DateTimeFormatter form) {
        return text.isEmpty() ? "" : LocalDate.parse(text).format(form);
    }
}
