package lectomen.service.rulebook;

/** Somebody asked for a change of a rule as they had seen it, and it has changed since. */
public final class RuleChangedException extends RuntimeException {
    RuleChangedException(String id) {
        super("Rule " + id + " has changed since it was read. Read it again and decide again.");
    }
}
