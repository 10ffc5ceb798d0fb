package lectomen.service.workers;

import lectomen.engine.plan.Outcome;
import lectomen.engine.reason.Reason;

/** The result of a worker's examination. */
public sealed interface Examination {
    record Done(Outcome outcome) implements Examination {}

    /** Trying again with the same document would end the same way. */
    record Refused(Reason reason) implements Examination {}

    /**
     * The worker died of something that need not be the document's doing. @param killed whether somebody or the system ended it
     */
    record Died(boolean killed) implements Examination {}
}
