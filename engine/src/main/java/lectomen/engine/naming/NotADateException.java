package lectomen.engine.naming;

/** A slot formats a date, but its value is not a date. */
public final class NotADateException extends RuntimeException {
    private final String slot;
    private final String value;

    NotADateException(String slot, String value) {
        super("Slot " + slot + " is not a date");
        this.slot = slot;
        this.value = value;
    }

    public String slot() {
        return slot;
    }

    public String value() {
        return value;
    }
}
