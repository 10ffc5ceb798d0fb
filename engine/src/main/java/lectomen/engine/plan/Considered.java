package lectomen.engine.plan;

import java.util.List;
import lectomen.engine.rule.Seen;

/**
 * A rule that was asked whether it takes a document.
 *
 * @param whyNot in words; empty when it takes it
 * @param conditions what each of its conditions saw; empty when it has none or was ruled out before
 */
public record Considered(RuleRef rule, boolean takes, String whyNot, List<Seen> conditions) {
    public Considered {
        conditions = List.copyOf(conditions);
    }
}
