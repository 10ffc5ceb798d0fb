package lectomen.service.work;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.service.filing.EffectRunner;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.job.NoSuchJobException;
import lectomen.service.job.WrongStateException;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;

/** What people do to jobs. */
public final class JobActions {
    private final Store store;
    private final Jobs jobs;
    private final EffectRunner effects;
    private final Ledger ledger;
    private final Runnable wake;

    /** @param wake called when a job waits for its turn again */
    public JobActions(Store store, Jobs jobs, EffectRunner effects, Ledger ledger, Runnable wake) {
        this.store = store;
        this.jobs = jobs;
        this.effects = effects;
        this.ledger = ledger;
        this.wake = wake;
    }

    /**
     * Tries a job again: one that ended badly from its beginning, under the rules as they are now; one that waits for
     * another try, at once. No effect that has a receipt is repeated.
     *
     * @throws WrongStateException if there is nothing to try
     */
    public Job retry(String id, String principal) {
        store.write(db -> {
            Job job = jobs.find(db, id).orElseThrow(() -> new NoSuchJobException(id));
            boolean waitsForTry =
                    job.state() == JobState.WAITING && job.nextTryAt().isPresent();
            if (waitsForTry) {
                effects.tryNow(db, id);
                jobs.move(db, id, new Jobs.Move(JobState.WAITING, job.reason(), Optional.<Instant>empty()), principal);
                ledger.append(db, principal, "job.retried", job.subject());
            } else if (endedBadly(job.state()) && job.original().isPresent()) {
                jobs.startAgain(db, id, principal);
            } else if (job.original().isEmpty()) {
                throw new WrongStateException(
                        id,
                        job.state(),
                        "retried: its file still lies in its folder and is looked at when it or a rule changes");
            } else {
                throw new WrongStateException(id, job.state(), "retried");
            }
            return id;
        });
        wake.run();
        return jobs.require(id);
    }

    private static boolean endedBadly(JobState state) {
        return state == JobState.FAILED || state == JobState.REJECTED || state == JobState.UNWANTED;
    }

    /**
     * Ends a job for good. Its original is kept.
     *
     * @throws WrongStateException if it is at work, has ended well, or a filing of it has begun
     */
    public Job cancel(String id, String principal) {
        store.write(db -> {
            Job job = jobs.find(db, id).orElseThrow(() -> new NoSuchJobException(id));
            Reason reason = Reason.of("job.cancelled", "who", principal);
            if (!job.state().mayBecome(JobState.CANCELLED)) {
                throw new WrongStateException(id, job.state(), "cancelled");
            }
            if (!effects.giveUp(db, id, reason)) {
                throw new WrongStateException(
                        id, job.state(), "cancelled: its filing has begun and will be ended properly");
            }
            jobs.move(db, id, Jobs.Move.to(JobState.CANCELLED, reason), principal);
            return id;
        });
        return jobs.require(id);
    }
}
