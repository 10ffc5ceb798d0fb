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
 * @param document that it is about
 * @param links to where its document came from
 * @param choice what somebody chose for it
 * @param rule the version that took it
 * @param progress how far it is
 * @param version of the row, for changes that must not overtake each other
 */
public record Job(
        String id,
        Document document,
        Links links,
        Choice choice,
        Optional<RuleRef> rule,
        Progress progress,
        Instant createdAt,
        Instant changedAt,
        int version) {
    /**
     * The document as it came in.
     *
     * @param more what is known of its file besides
     * @param original the kept bytes; empty while the file is still in its hot folder, and once they were removed
     * @param leftInFolder its file could not be removed from its hot folder and is still there
     * @param originalRemovedAt when the kept original was removed, as its retention or its rule says
     */
    public record Document(
            String name,
            FileFacts.Circumstances more,
            long size,
            FileType type,
            Optional<ByteRef> original,
            boolean leftInFolder,
            Optional<Instant> originalRemovedAt) {}

    /**
     * Where the document came from.
     *
     * @param arrival the number of the arrival; empty while the file is still in its hot folder
     * @param origin whose result the file is, when a result came back in
     * @param partOf the job whose document this one was made out of
     */
    public record Links(long source, Optional<Long> arrival, Optional<Origin> origin, Optional<Part> partOf) {}

    /**
     * That the file is the result of an earlier job.
     *
     * @param depth how many rules one after the other made results of results; 1 for the first that came back
     */
    public record Origin(String job, int depth) {}

    /** That a document was made out of another. @param number of those that were made of it, counted from 1 */
    public record Part(String job, int number) {}

    /**
     * What the sender or somebody else chose.
     *
     * @param rule the one that is asked
     * @param certain whether that rule takes it whatever its conditions say, since somebody gave it the job
     * @param byHand how a person has it filed, asking no rule
     */
    public record Choice(Optional<String> rule, boolean certain, Optional<FilingByHand> byHand) {}

    /**
     * How far a job is.
     *
     * @param reason why it is in this state, where that needs one
     * @param generation grows when it starts again from the beginning
     * @param redoGeneration the generation since which filings count as done; earlier ones are replaced
     * @param attempt grows each time a worker gets it
     * @param priority from 1 to 100; a higher one has its turn sooner
     * @param holdWanted it is at work, and is to be held as soon as its worker is done
     * @param nextTryAt for a waiting job, when it is tried next; empty for its turn
     * @param waitsFor for a waiting job: its turn, its destination, or what a step of its plan waits for
     */
    public record Progress(
            JobState state,
            Optional<Reason> reason,
            int generation,
            int redoGeneration,
            int attempt,
            int priority,
            boolean holdWanted,
            Optional<Instant> nextTryAt,
            String waitsFor) {
        Progress takenUp() {
            return new Progress(
                    JobState.WORKING,
                    Optional.empty(),
                    generation,
                    redoGeneration,
                    attempt + 1,
                    priority,
                    holdWanted,
                    Optional.empty(),
                    waitsFor);
        }
    }

    public String name() {
        return document.name();
    }

    public FileFacts.Circumstances more() {
        return document.more();
    }

    public long size() {
        return document.size();
    }

    public FileType type() {
        return document.type();
    }

    public Optional<ByteRef> original() {
        return document.original();
    }

    public boolean leftInFolder() {
        return document.leftInFolder();
    }

    public Optional<Instant> originalRemovedAt() {
        return document.originalRemovedAt();
    }

    public long source() {
        return links.source();
    }

    public Optional<Long> arrival() {
        return links.arrival();
    }

    public Optional<Origin> origin() {
        return links.origin();
    }

    public Optional<Part> partOf() {
        return links.partOf();
    }

    public Optional<String> wantedRule() {
        return choice.rule();
    }

    public boolean ruleChosen() {
        return choice.certain();
    }

    public Optional<FilingByHand> byHand() {
        return choice.byHand();
    }

    public JobState state() {
        return progress.state();
    }

    public Optional<Reason> reason() {
        return progress.reason();
    }

    public int generation() {
        return progress.generation();
    }

    public int redoGeneration() {
        return progress.redoGeneration();
    }

    public int attempt() {
        return progress.attempt();
    }

    public int priority() {
        return progress.priority();
    }

    /** Whether it waits for something, rather than for its turn. */
    public boolean waitsFor(WaitsFor what) {
        return progress.state() == JobState.WAITING && progress.waitsFor().equals(what.code());
    }

    public boolean holdWanted() {
        return progress.holdWanted();
    }

    public Optional<Instant> nextTryAt() {
        return progress.nextTryAt();
    }

    /** The number in its id, by which jobs are ordered. */
    public long number() {
        return Long.parseLong(id.substring(id.indexOf('-') + 1));
    }

    /** The same job as it is once a worker has it. */
    Job takenUp(Instant now) {
        return new Job(id, document, links, choice, rule, progress.takenUp(), createdAt, now, version + 1);
    }

    /** What the ledger calls the job. */
    public String subject() {
        return subject(id);
    }

    public static String subject(String id) {
        return "job " + id;
    }
}
