package lectomen.engine.plan;

import java.util.List;
import lectomen.engine.rule.CheckedCondition;
import lectomen.engine.rulefile.RuleRef;

/**
 * A rule that was checked against a document.
 *
 * @param whyNot in words; empty when it takes it
 * @param conditions what each of its conditions saw; empty when it has none or was ruled out before
 */
public record RuleEvaluation(RuleRef rule, boolean takes, String whyNot, List<CheckedCondition> conditions) {
    public RuleEvaluation {
        conditions = List.copyOf(conditions);
    }
}
