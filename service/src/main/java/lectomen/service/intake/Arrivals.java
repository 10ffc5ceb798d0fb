package lectomen.service.intake;

import java.time.InstantSource;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Writes arrivals down: what came in, from where, in which order, and the job that it is for. */
final class Arrivals {
    private final Store store;
    private final Ledger ledger;
    private final Jobs jobs;
    private final KeyedHash keyed;
    private final InstantSource clock;

    Arrivals(Store store, Ledger ledger, Jobs jobs, KeyedHash keyed, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.jobs = jobs;
        this.keyed = keyed;
        this.clock = clock;
    }

    /**
     * Binds kept bytes to a job as its arrival; gives the arrival's number.
     *
     * @param follows the arrival whose file changed after it was taken
     */
    long write(
            JdbcClient db,
            String job,
            long source,
            ByteRef bytes,
            FileType type,
            Optional<Long> follows,
            String principal) {
        long now = clock.millis();
        ByteStore.use(db, bytes, now);
        long seq = db.sql("""
                        insert into arrival (incarnation, source_id, principal, follows, arrived_at)
                        values (?, ?, ?, ?, ?) returning seq
                        """)
                .param(store.identity().incarnation())
                .param(source)
                .param(principal)
                .param(follows.orElse(null))
                .param(now)
                .query(Long.class)
                .single();
        db.sql("insert into arrival_file (arrival_seq, part, role, sha256, size) values (?, 1, 'main', ?, ?)")
                .params(seq, bytes.sha256(), bytes.size())
                .update();
        jobs.arrive(db, job, seq, bytes, type);
        String content = keyed.of("content " + bytes.sha256());
        ledger.append(
                db,
                principal,
                "arrival.kept",
                Job.subject(job),
                "arrival",
                Long.toString(seq),
                "source",
                Long.toString(source),
                "content",
                content,
                "follows",
                follows.map(Object::toString).orElse(""));
        return seq;
    }
}
