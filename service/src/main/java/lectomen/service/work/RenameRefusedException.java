package lectomen.service.work;

/** A rule can't be renamed to this; says why and what to do. */
public final class RenameRefusedException extends RuntimeException {
    RenameRefusedException(String words) {
        super(words);
    }
}
