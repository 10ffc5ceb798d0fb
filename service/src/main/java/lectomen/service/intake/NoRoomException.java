package lectomen.service.intake;

/** A file can't be taken in, since the disk is too full. */
public final class NoRoomException extends RuntimeException {
    NoRoomException(String words) {
        super(words);
    }
}
