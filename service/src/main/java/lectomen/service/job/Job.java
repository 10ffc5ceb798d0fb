package lectomen.service.job;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.FilingByHand;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.ByteRef;

/**
 * One document's way through one version of one rule.
 *
 * @param id the store's incarnation, a hyphen and a number; never given twice
 * @param name of the original
 * @param more what is known of its file besides
 * @param arrival the number of the arrival; empty while the file is still in its hot folder
 * @param original the kept bytes; empty as long as {@code arrival} is
 * @param wantedRule the one rule that is asked, when the sender or somebody else said so
 * @param ruleChosen whether that rule takes it whatever its conditions say, since somebody gave it the job
 * @param byHand how a person has it filed, asking no rule
 * @param rule the version that took it
 * @param reason why it is in this state, where that needs one
 * @param generation grows when it starts again from the beginning
 * @param attempt grows each time a worker gets it
 * @param redoGeneration the generation since which filings count as done; earlier ones are replaced
 * @param priority from 1 to 100; a higher one has its turn sooner
 * @param origin whose result the file is, when a result came back in
 * @param holdWanted it is at work, and is to be held as soon as its worker is done
 * @param leftInFolder its file could not be removed from its hot folder and is still there
 * @param originalRemovedAt when the kept original was removed, as its retention or its rule says
 * @param nextTryAt for a waiting job, when it is tried next; empty for its turn
 * @param version of the row, for changes that must not overtake each other
 */
public record Job(
        String id,
        String name,
        FileFacts.Circumstances more,
        Optional<Long> arrival,
        long source,
        Optional<ByteRef> original,
        long size,
        FileType type,
        Optional<String> wantedRule,
        boolean ruleChosen,
        Optional<FilingByHand> byHand,
        Optional<RuleRef> rule,
        JobState state,
        Optional<Reason> reason,
        int generation,
        int redoGeneration,
        int attempt,
        int priority,
        boolean holdWanted,
        Optional<Origin> origin,
        boolean leftInFolder,
        Optional<Instant> originalRemovedAt,
        Optional<Instant> nextTryAt,
        Instant createdAt,
        Instant changedAt,
        int version) {

    /**
     * That the file is the result of an earlier job.
     *
     * @param depth how many rules one after the other made results of results; 1 for the first that came back
     */
    public record Origin(String job, int depth) {}

    /** The number in its id, by which jobs are ordered. */
    public long number() {
        return Long.parseLong(id.substring(id.indexOf('-') + 1));
    }

    /** The same job as it is once a worker has it. */
    Job takenUp(Instant now) {
        return new Job(
                id,
                name,
                more,
                arrival,
                source,
                original,
                size,
                type,
                wantedRule,
                ruleChosen,
                byHand,
                rule,
                JobState.WORKING,
                Optional.empty(),
                generation,
                redoGeneration,
                attempt + 1,
                priority,
                holdWanted,
                origin,
                leftInFolder,
                originalRemovedAt,
                Optional.empty(),
                createdAt,
                now,
                version + 1);
    }

    /** What the ledger calls the job. */
    public String subject() {
        return subject(id);
    }

    public static String subject(String id) {
        return "job " + id;
    }
}
