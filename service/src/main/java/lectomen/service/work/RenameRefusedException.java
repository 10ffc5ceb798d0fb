package lectomen.service.work;

/** A rule that can't be renamed so, with the reason and what can be done. */
public final class RenameRefusedException extends RuntimeException {
    RenameRefusedException(String words) {
        super(words);
    }
}
