package lectomen.service.rulebook;

/** There is no rule with that name, or no such version of it. */
public final class NoSuchRuleException extends RuntimeException {
    public NoSuchRuleException(String id) {
        super("Unknown rule " + id + ". List rules: rule list");
    }

    NoSuchRuleException(String id, int version) {
        super("Rule " + id + " has no version " + version + ". List versions: rule versions " + id);
    }
}
