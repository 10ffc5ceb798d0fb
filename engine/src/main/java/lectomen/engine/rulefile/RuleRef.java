package lectomen.engine.rulefile;

/**
 * A version of a rule.
 *
 * @param version counted from 1; 0 for a rule that was uploaded only for a trial
 */
public record RuleRef(String id, int version) {}
