package lectomen.service.work;

import lectomen.engine.plan.FilingByHand;

/** An action on a job. */
public sealed interface JobAction {
    /**
     * Tries a job again: one that ended badly from its beginning, under the rules as they are now; one that waits for another
     * try, at once. No effect that has a receipt is repeated.
     */
    record Retry() implements JobAction {}

    /** Runs an ended job again from its original; what it files takes the place of what it filed before, and only of that. */
    record RunAgain() implements JobAction {}

    /**
     * Runs a job again under this one rule, whatever its conditions say. A file still in its folder is taken for it.
     */
    record MoveTo(String rule) implements JobAction {}

    /** Files the job's document as a person says, asking no rule. A file still in its folder is taken for it. */
    record FileAs(FilingByHand byHand) implements JobAction {}

    /** Lets a job go on at once that waits for a time. */
    record GoOn() implements JobAction {}

    /**
     * Stops a job until it is released. One that is at work is held as soon as its worker is done; of one that waits for the
     * documents made from it, those are held.
     */
    record Hold() implements JobAction {}

    /** Lets a held job go on, or the held documents that were made from it. */
    record Release() implements JobAction {}

    /** Ends a job for good. Its original is kept. */
    record Cancel() implements JobAction {}

    /** @param priority from 1 to 100; 50 is usual, more is sooner */
    record SetPriority(int priority) implements JobAction {}
}
