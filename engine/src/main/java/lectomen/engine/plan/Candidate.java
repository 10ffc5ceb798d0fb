package lectomen.engine.plan;

import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rulefile.RuleRef;

/** A rule version that may match a document. */
public record Candidate(RuleRef ref, RuleDocument rule) {}
