package lectomen.service.counter;

/** A counter can't be set to this value. */
public final class BadCounterException extends RuntimeException {
    public BadCounterException(String words) {
        super(words);
    }
}
