package lectomen.service.rulebook;

/** Somebody asked for a rule that does not exist. */
public final class NoSuchRuleException extends RuntimeException {
    public NoSuchRuleException(String id) {
        super("Unknown rule " + id + ". List rules: rule list");
    }
}
