package lectomen.service.filing;

import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Called when a job has ended, in the same transaction. */
@FunctionalInterface
public interface JobEndListener {
    /** @return whether its document goes on elsewhere, so that a file which failed need not go back to who dropped it */
    boolean goesOn(JdbcClient db, Job job, JobState end, Optional<Reason> reason);
}
