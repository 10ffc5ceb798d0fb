package lectomen.service.work;

/** Somebody asked for a change of what they had seen, and it has changed since. */
public final class ChangedMeanwhileException extends RuntimeException {
    public ChangedMeanwhileException(String what) {
        super(what + " has changed since it was read. Read it again and decide again.");
    }
}
