package lectomen.service.job;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Notes that people wrote about jobs. The ledger tells that somebody wrote, not what. Safe for several threads. */
public final class JobNotes {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "job_note_words",
            List.of("text"),
            ErasableColumns.Subject.JOB,
            "delete from job_note_words where job_id = ?"));

    /** The longest note, in characters. */
    public static final int LONGEST = 4_000;

    public record Note(int number, String principal, Instant at, String text) {}

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;

    public JobNotes(Store store, Ledger ledger, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
    }

    /** @throws NoSuchJobException if there is no such job */
    public void add(JdbcClient db, String jobId, String text, String principal) {
        int known = db.sql("update job set version = version + 1 where id = ?")
                .param(jobId)
                .update();
        if (known == 0) {
            throw new NoSuchJobException(jobId);
        }
        int number = db.sql("select coalesce(max(number), 0) + 1 from job_note where job_id = ?")
                .param(jobId)
                .query(Integer.class)
                .single();
        db.sql("insert into job_note (job_id, number, principal, at) values (?, ?, ?, ?)")
                .params(jobId, number, principal, clock.millis())
                .update();
        db.sql("insert into job_note_words (job_id, number, text) values (?, ?, ?)")
                .params(jobId, number, text)
                .update();
        ledger.append(db, principal, "job.noted", Job.subject(jobId), "note", Integer.toString(number));
    }

    /** The notes of a job, oldest first. */
    public List<Note> of(String jobId) {
        return store.read(db -> db.sql("""
                        select n.number, n.principal, n.at, w.text
                        from job_note n join job_note_words w using (job_id, number) where job_id = ? order by number
                        """)
                .param(jobId)
                .query((row, n) -> new Note(
                        row.getInt("number"),
                        row.getString("principal"),
                        Instant.ofEpochMilli(row.getLong("at")),
                        row.getString("text")))
                .list());
    }
}
