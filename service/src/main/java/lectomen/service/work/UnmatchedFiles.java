package lectomen.service.work;

import java.util.List;
import java.util.Set;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Files that no rule matches and that are still in their hot folders, each with a job that says so. */
public interface UnmatchedFiles {
    /** The sources from whose folders files are taken now. */
    Set<Long> takenFrom();

    /** Writes down that the job's file is to be taken after all. */
    void askFor(JdbcClient db, String job);

    /** Looks for the files of these jobs. Call it once the write that asked for them is done. */
    void fetch(List<Job> jobs);
}
