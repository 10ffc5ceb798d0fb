package lectomen.service.rulebook;

/** A rule has changed since the caller last read it. */
public final class RuleChangedException extends RuntimeException {
    RuleChangedException(String id) {
        super("Rule " + id + " has changed since it was read. Read it again and decide again.");
    }
}
