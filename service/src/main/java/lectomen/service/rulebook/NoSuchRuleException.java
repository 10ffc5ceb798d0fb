package lectomen.service.rulebook;

/** Somebody asked for a rule that does not exist. */
public final class NoSuchRuleException extends RuntimeException {
    public NoSuchRuleException(String id) {
        super("There is no rule " + id + ". The list of rules shows the ones there are.");
    }
}
