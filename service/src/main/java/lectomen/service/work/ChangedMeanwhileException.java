package lectomen.service.work;

/** Something has changed since the caller last read it. */
public final class ChangedMeanwhileException extends RuntimeException {
    public ChangedMeanwhileException(String what) {
        super(what + " has changed since it was read. Read it again and decide again.");
    }
}
