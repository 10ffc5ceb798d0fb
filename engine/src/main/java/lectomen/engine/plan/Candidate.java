package lectomen.engine.plan;

import java.util.Optional;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;

/** A rule version that may match a document. @param file that it was read from, where a plan of it may have to wait */
public record Candidate(RuleRef ref, RuleDocument rule, Optional<RuleFile> file) {
    public Candidate(RuleRef ref, RuleDocument rule) {
        this(ref, rule, Optional.empty());
    }
}
