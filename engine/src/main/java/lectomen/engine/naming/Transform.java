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
     * @throws NotADate if the transform needs a date and the text is none
     */
    String apply(String text, Locale locale);

    /** The text is no date in the form yyyy-MM-dd. */
    final class NotADate extends RuntimeException {
        private final String text;

        NotADate(String text) {
            super("No date: " + text);
            this.text = text;
        }

        String text() {
            return text;
        }
    }

    /** Makes a transform from what stands behind its word, or empty when that is not what it needs. */
    @FunctionalInterface
    interface Maker {
        Optional<Transform> make(String argument);
    }

    static String asDate(String text, DateTimeFormatter form) {
        try {
            return text.isEmpty() ? "" : LocalDate.parse(text).format(form);
        } catch (DateTimeException e) {
            throw new NotADate(text);
        }
    }
}
