package lectomen.service.intake;

/** A file can't be taken in because the disk is too full. */
public final class DiskTooFullException extends RuntimeException {
    DiskTooFullException(String words) {
        super(words);
    }
}
