package lectomen.service.job;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.RuleRef;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.ByteRef;

/**
 * One document's way through one version of one rule.
 *
 * @param id the store's incarnation, a hyphen and a number; never given twice
 * @param name of the file as it came
 * @param arrival the number of the arrival; empty while the file still lies in its hot folder
 * @param original the kept bytes; empty as long as {@code arrival} is
 * @param wantedRule the one rule that may take it, when the sender said so
 * @param rule the version that took it
 * @param reason why it is in this state, where that needs one
 * @param generation grows when it starts again from the beginning
 * @param attempt grows each time a worker gets it
 * @param nextTryAt for a waiting job, when it is tried next; empty for its turn
 * @param version of the row, for changes that must not overtake each other
 */
public record Job(
        String id,
        String name,
        Optional<Long> arrival,
        long source,
        Optional<ByteRef> original,
        long size,
        FileType type,
        Optional<String> wantedRule,
        Optional<RuleRef> rule,
        JobState state,
        Optional<Reason> reason,
        int generation,
        int attempt,
        Optional<Instant> nextTryAt,
        Instant createdAt,
        Instant changedAt,
        int version) {

    /** What the ledger calls the job. */
    public String subject() {
        return subject(id);
    }

    public static String subject(String id) {
        return "job " + id;
    }
}
