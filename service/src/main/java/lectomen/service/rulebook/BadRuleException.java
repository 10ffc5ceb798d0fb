package lectomen.service.rulebook;

import java.util.List;
import lectomen.engine.reason.Counted;
import lectomen.engine.yaml.Problem;

/** The file of a rule or shared part is invalid. */
public final class BadRuleException extends RuntimeException {
    private final List<Problem> problems;

    public BadRuleException(List<Problem> problems) {
        super("The file has " + Counted.of(problems.size(), "problem", "problems") + ": " + problems.get(0));
        this.problems = List.copyOf(problems);
    }

    public List<Problem> problems() {
        return problems;
    }
}
