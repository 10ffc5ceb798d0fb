package lectomen.engine.task;

import java.util.List;
import lectomen.engine.plan.RuleRef;
import lectomen.engine.rule.Facts;
import lectomen.engine.rule.Site;

/**
 * What a worker is asked: to examine one document under some rules.
 *
 * @param protocol {@link #PROTOCOL} of the asking side
 * @param id of the job or trial
 * @param attempt grows with each try; an answer to an older attempt is dropped
 * @param rules in their order
 * @param chosen whether somebody chose the rule: the one that is there takes the document whatever its conditions say
 */
public record Task(
        int protocol,
        String id,
        int attempt,
        ByteRef document,
        Facts facts,
        List<RuleText> rules,
        boolean chosen,
        Site site) {
    public static final int PROTOCOL = 2;

    public Task {
        rules = List.copyOf(rules);
    }

    /** A version of a rule as its file. */
    public record RuleText(RuleRef ref, String text) {}
}
