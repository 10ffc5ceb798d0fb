package lectomen.service.counter;

/** A counter can't be set so. */
public final class BadCounterException extends RuntimeException {
    public BadCounterException(String words) {
        super(words);
    }
}
