package lectomen.service.api;

import java.util.List;
import lectomen.engine.yaml.Problem;

/** A rule file that can't be taken. */
final class BadRuleException extends RuntimeException {
    private final List<Problem> problems;

    BadRuleException(List<Problem> problems) {
        super("The rule has " + (problems.size() == 1 ? "a problem" : problems.size() + " problems") + ": "
                + problems.get(0));
        this.problems = List.copyOf(problems);
    }

    List<Problem> problems() {
        return problems;
    }
}
