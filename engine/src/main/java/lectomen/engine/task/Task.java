package lectomen.engine.task;

import java.util.List;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import org.jspecify.annotations.Nullable;

/**
 * A task for a worker: examine one document under some rules.
 *
 * @param protocol {@link #PROTOCOL} of the asking side
 * @param id of the job or trial
 * @param attempt grows with each try; an answer to an older attempt is dropped
 * @param rules in their order
 * @param asking how the rules are asked
 * @param plan of the one rule that is there, to go on with; null to begin
 */
public record Task(
        int protocol,
        String id,
        int attempt,
        ByteRef document,
        FileFacts facts,
        List<RuleText> rules,
        Asking asking,
        Site site,
        @Nullable PlanRecord plan) {
    public static final int PROTOCOL = 5;

    public Task {
        rules = List.copyOf(rules);
    }

    /** A task that begins. */
    public Task(
            int protocol,
            String id,
            int attempt,
            ByteRef document,
            FileFacts facts,
            List<RuleText> rules,
            Asking asking,
            Site site) {
        this(protocol, id, attempt, document, facts, rules, asking, site, null);
    }

    /** How rules are asked whether they take the document. */
    public enum Asking {
        /** In their order, up to the first that matches it. */
        FIRST_THAT_WANTS,
        /** In their order, and those behind the one that takes it too, to see who would have. */
        ALL,
        /** Not at all: somebody chose the one that is there. */
        CHOSEN,
        /** Not at all: the plan goes on. */
        GO_ON
    }

    /** A version of a rule as its file. */
    public record RuleText(RuleRef ref, RuleFile file) {}
}
