package lectomen.service.job;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Ends jobs, and has what follows from that done in the same write. */
public final class JobEndings {
    private static final String SERVICE = "service";

    private final Jobs jobs;
    private final List<BadEndListener> afterBadEnds = new ArrayList<>();
    private FollowUpListener followUps = (db, job, end, reason) -> false;

    /** Carries out what a rule says follows. */
    @FunctionalInterface
    public interface FollowUpListener {
        /** @return whether its document goes on elsewhere, so that a file which failed need not go back to its submitter */
        boolean goesOn(JdbcClient db, Job job, JobState end, Optional<Reason> reason);
    }

    /** Called after a job has ended otherwise than filed. */
    @FunctionalInterface
    public interface BadEndListener {
        /**
         * @param job as it was before
         * @param hotFolder that its document came from
         * @param goesOn whether its document goes on elsewhere
         */
        void ended(JdbcClient db, Job job, JobState end, Reason reason, Optional<String> hotFolder, boolean goesOn);
    }

    public JobEndings(Jobs jobs) {
        this.jobs = jobs;
    }

    /** Says who carries out follow-ups. Call it while the service is put together. */
    public void followUpWith(FollowUpListener listener) {
        followUps = listener;
    }

    /** Adds somebody to call after bad ends, in the order of these calls. Call it while the service is put together. */
    public void afterBadEnds(BadEndListener listener) {
        afterBadEnds.add(listener);
    }

    /** Ends a job whose document is filed. */
    public void filed(JdbcClient db, Job job) {
        jobs.move(db, job, JobMove.to(JobState.FILED), SERVICE);
        followUps.goesOn(db, job, JobState.FILED, Optional.empty());
    }

    /** Ends a job otherwise. @param hotFolder that its document came from */
    public void endBadly(JdbcClient db, Job job, JobState state, Reason reason, Optional<String> hotFolder) {
        jobs.move(db, job.id(), JobMove.to(state, reason), SERVICE);
        boolean goesOn = followUps.goesOn(db, job, state, Optional.of(reason));
        afterBadEnds.forEach(listener -> listener.ended(db, job, state, reason, hotFolder, goesOn));
    }
}
