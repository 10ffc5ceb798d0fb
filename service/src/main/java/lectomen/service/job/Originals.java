package lectomen.service.job;

import java.time.InstantSource;
import lectomen.service.ledger.Ledger;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Deletes originals that are no longer needed. Their bytes are removed once nothing else uses them. */
public final class Originals {
    private final Ledger ledger;
    private final InstantSource clock;

    public Originals(Ledger ledger, InstantSource clock) {
        this.ledger = ledger;
        this.clock = clock;
    }

    /** The job has no original from now on. */
    public void remove(JdbcClient db, String job, String principal) {
        noLongerUse(db, job);
        db.sql("update job set main_sha256 = null, original_removed_at = ?, version = version + 1 where id = ?")
                .params(clock.millis(), job)
                .update();
        ledger.append(db, principal, "original.removed", Job.subject(job));
    }

    /** Counts the job's original, what was made of it, and the data file beside it, as no longer used by it. */
    public static void noLongerUse(JdbcClient db, String job) {
        JobOutputs.noLongerUse(db, job);
        db.sql("""
                        update bytes set uses = uses - 1
                        where uses > 0 and sha256 = (select main_sha256 from job where id = ?)
                        """).param(job).update();
        db.sql("""
                        update bytes set uses = uses - 1 where uses > 0 and sha256 = (
                            select json_extract(sidecar, '$.sha256') from job_words where job_id = ? and sidecar <> '')
                        """).param(job).update();
        db.sql("update job_words set sidecar = '' where job_id = ?").param(job).update();
    }
}
