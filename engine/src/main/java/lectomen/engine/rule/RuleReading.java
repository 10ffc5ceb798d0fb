package lectomen.engine.rule;

import lectomen.engine.yaml.Problem;
import java.util.List;

/** What came of reading a rule file. */
public sealed interface RuleReading {
    record Good(RuleDocument rule) implements RuleReading {}

    /** @param problems at least one, in the order of the file */
    record Bad(List<Problem> problems) implements RuleReading {
        public Bad {
            problems = List.copyOf(problems);
        }
    }
}
