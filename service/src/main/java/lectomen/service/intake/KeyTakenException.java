package lectomen.service.intake;

/** A key that was used before came with other bytes. */
public final class KeyTakenException extends RuntimeException {
    KeyTakenException() {
        super("This Idempotency-Key was already used for a file with different content. Use a new key for each file.");
    }
}
