package lectomen.engine.plan;

/** @param version counted from 1; 0 for a rule that was handed in only for a trial */
public record RuleRef(String id, int version) {}
