package lectomen.engine.rule;

import java.util.List;
import lectomen.engine.yaml.Problem;

/** The result of reading a rule file. */
public sealed interface RuleReadResult {
    record Good(RuleDocument rule) implements RuleReadResult {}

    /** @param problems at least one, in the order of the file */
    record Bad(List<Problem> problems) implements RuleReadResult {
        public Bad {
            problems = List.copyOf(problems);
        }
    }
}
