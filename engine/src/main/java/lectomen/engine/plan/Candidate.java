package lectomen.engine.plan;

import lectomen.engine.rule.RuleDocument;

/** A version of a rule that may take a document. */
public record Candidate(RuleRef ref, RuleDocument rule) {}
