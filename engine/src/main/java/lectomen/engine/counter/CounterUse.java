package lectomen.engine.counter;

import java.util.Optional;

/**
 * A number that a filing needs.
 *
 * @param name of the counter
 * @param run empty where it is only known at the moment of filing
 */
public record CounterUse(String name, Counter counter, Optional<String> run) {
    private static final String PREFIX = "counter ";

    /** The slot that the number fills. */
    public String slot() {
        return PREFIX + name;
    }

    /** The counter that a slot is for, if it is for one. */
    public static Optional<String> findName(String slot) {
        return slot.startsWith(PREFIX) ? Optional.of(slot.substring(PREFIX.length())) : Optional.empty();
    }
}
