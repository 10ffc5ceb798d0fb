package lectomen.engine.counter;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A number sequence. Its numbers fall into runs, each of which starts again: one for each day, month, year or value, or one for
 * ever.
 *
 * @param unbroken whether a number is only given at the moment of filing, one document at a time, so that none is ever missing;
 *     else it is given when the document is planned, and one that is then not used is accounted for
 * @param width to which a number is filled up with zeros
 * @param of whose day or value tells the run: {@code arrival}, {@code filing}, or a slot
 * @param firstMonth of a year, 1 to 12
 */
public record Counter(boolean unbroken, long start, long step, int width, Restart restart, String of, int firstMonth) {
    /** The run's day is that of the arrival. */
    public static final String ARRIVAL = "arrival";

    /** The run's day is that of the filing, which is not known before. */
    public static final String FILING = "filing";

    /** What begins a run. */
    public enum Restart {
        NEVER("never"),
        DAY("every day"),
        MONTH("every month"),
        YEAR("every year"),
        VALUE("by value");

        private final String word;

        Restart(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** Whether the run is only known when the document is filed. */
    public boolean isKnownAtFiling() {
        return restart != Restart.NEVER && of.equals(FILING);
    }

    /**
     * The run of a document: empty text for the only one, {@code 2027-03}, {@code 2027}, or the value.
     *
     * @param slots in which days stand as 2027-03-12
     * @param filing the day of filing, in the site's zone
     * @return empty where the slot has no value, or none that is a day
     */
    public Optional<String> findRun(Map<String, String> slots, LocalDate filing) {
        if (restart == Restart.NEVER) {
            return Optional.of("");
        }
        String value = of.equals(FILING) ? filing.toString() : slots.getOrDefault(slot(), "");
        if (restart == Restart.VALUE) {
            return Optional.of(value.strip()).filter(text -> !text.isEmpty());
        }
        try {
            return Optional.of(run(LocalDate.parse(value)));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    private String slot() {
        return of.equals(ARRIVAL) ? "arrived" : of;
    }

    private String run(LocalDate day) {
        return switch (restart) {
            case DAY -> day.toString();
            case MONTH -> day.toString().substring(0, "2027-03".length());
            case YEAR -> Integer.toString(day.getMonthValue() < firstMonth ? day.getYear() - 1 : day.getYear());
            case NEVER, VALUE -> throw new IllegalStateException("A run of no days");
        };
    }

    /** A number as it stands in a name. */
    public String text(long number) {
        return String.format(Locale.ROOT, "%0" + Math.max(1, width) + "d", number);
    }
}
