package lectomen.service.rulebook;

import lectomen.engine.plan.Candidate;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.Task;

/** A live rule, parsed and as text. */
public record LiveRule(RuleRef ref, RuleDocument rule, RuleFile file) {
    public Candidate candidate() {
        return new Candidate(ref, rule);
    }

    public Task.RuleText asText() {
        return new Task.RuleText(ref, file);
    }
}
