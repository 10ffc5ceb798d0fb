package lectomen.service.intake;

/** Somebody sent other bytes under a key that was used before. */
public final class KeyTakenException extends RuntimeException {
    KeyTakenException() {
        super("This Idempotency-Key was already used for a file with different content. Use a new key for each file.");
    }
}
