package lectomen.service.work;

import java.util.List;
import java.util.Set;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Files that no rule wanted and that still lie in their hot folders, each told of by a job. */
public interface UnmatchedFiles {
    /** The sources from whose folders files are taken now. */
    Set<Long> takenFrom();

    /** Writes down that the job's file is to be taken after all. */
    void askFor(JdbcClient db, String job);

    /** Looks for the files of these jobs. Call it once the write that asked for them is done. */
    void fetch(List<Job> jobs);
}
