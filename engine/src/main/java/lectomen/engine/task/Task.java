package lectomen.engine.task;

import java.util.List;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;

/**
 * A task for a worker: examine one document under some rules.
 *
 * @param protocol {@link #PROTOCOL} of the asking side
 * @param id of the job or trial
 * @param attempt grows with each try; an answer to an older attempt is dropped
 * @param rules in their order
 * @param asking how the rules are asked
 */
public record Task(
        int protocol,
        String id,
        int attempt,
        ByteRef document,
        FileFacts facts,
        List<RuleText> rules,
        Asking asking,
        Site site) {
    public static final int PROTOCOL = 3;

    public Task {
        rules = List.copyOf(rules);
    }

    /** How rules are asked whether they take the document. */
    public enum Asking {
        /** In their order, up to the first that matches it. */
        FIRST_THAT_WANTS,
        /** In their order, and those behind the one that takes it too, to see who would have. */
        ALL,
        /** Not at all: somebody chose the one that is there. */
        CHOSEN
    }

    /** A version of a rule as its file. */
    public record RuleText(RuleRef ref, RuleFile file) {}
}
