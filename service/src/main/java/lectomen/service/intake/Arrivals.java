package lectomen.service.intake;

import java.time.InstantSource;
import java.util.Optional;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SourceSettings.SeenBefore;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.OwnResults;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Stores arrivals: which files came in together, from where, in which order, and the jobs for them. Knows a file
 * that was filed before, and one that is our own result, by its bytes.
 */
public final class Arrivals {
    private static final int DEEPEST = 8;

    private final Store store;
    private final Ledger ledger;
    private final Jobs jobs;
    private final JobFilings filings;
    private final JobEndings endings;
    private final OwnResults own;
    private final KeyedHash keyed;
    private final InstantSource clock;

    public Arrivals(
            Store store,
            Ledger ledger,
            Jobs jobs,
            JobFilings filings,
            JobEndings endings,
            KeyedHash keyed,
            InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.jobs = jobs;
        this.filings = filings;
        this.endings = endings;
        this.own = new OwnResults(keyed);
        this.keyed = keyed;
        this.clock = clock;
    }

    /**
     * One file of an arrival.
     *
     * @param job the id of its job, which may be known already as one that told of a file no rule matched
     * @param wantedRule the one rule that is asked
     * @param leftInFolder whether it stays in its hot folder
     */
    record File(
            String job,
            String name,
            FileFacts.Circumstances more,
            ByteRef bytes,
            FileType type,
            Optional<String> wantedRule,
            boolean leftInFolder) {}

    /**
     * Begins an arrival; gives its number.
     *
     * @param follows the arrival whose file changed after it was taken
     */
    long open(JdbcClient db, long source, Optional<Long> follows, String principal) {
        return db.sql("""
                        insert into arrival (incarnation, source_id, principal, follows, arrived_at)
                        values (?, ?, ?, ?, ?) returning seq
                        """)
                .param(store.identity().incarnation())
                .param(source)
                .param(principal)
                .param(follows.orElse(null))
                .param(clock.millis())
                .query(Long.class)
                .single();
    }

    /** Adds a file with its kept bytes to an arrival, and makes its job or takes it up. */
    void add(
            JdbcClient db,
            long arrival,
            int part,
            long source,
            File file,
            SeenBefore seenBefore,
            Optional<String> hotFolder,
            String principal) {
        ByteStore.use(db, file.bytes(), clock.millis());
        db.sql("insert into arrival_file (arrival_seq, part, role, sha256, size) values (?, ?, 'main', ?, ?)")
                .params(arrival, part, file.bytes().sha256(), file.bytes().size())
                .update();
        Optional<Job.Origin> origin = origin(db, file);
        startJob(db, source, new Jobs.Arrived(arrival, file.bytes()), file, origin, principal);
        ledger.append(
                db,
                principal,
                "arrival.kept",
                Job.subject(file.job()),
                "arrival",
                Long.toString(arrival),
                "source",
                Long.toString(source),
                "content",
                keyed.of("content " + file.bytes().sha256()),
                "result-of",
                origin.map(Job.Origin::job).orElse(""));
        if (origin.filter(from -> from.depth() > DEEPEST).isPresent()) {
            Reason tooDeep = Reason.of(
                    "rule.loop",
                    "depth",
                    Integer.toString(origin.get().depth()),
                    "job",
                    origin.get().job());
            end(db, file, JobState.FAILED, tooDeep, hotFolder);
        } else if (seenBefore != SeenBefore.PROCESS) {
            findFiledBefore(db, file).ifPresent(earlier -> seen(db, file, seenBefore, earlier, hotFolder));
        }
    }

    /** Adds a data file that came with the arrival. @param used whether a job of its document uses the bytes already */
    void addSidecar(JdbcClient db, long arrival, int part, ByteRef bytes, boolean used) {
        if (!used) {
            ByteStore.use(db, bytes, clock.millis());
        }
        db.sql("insert into arrival_file (arrival_seq, part, role, sha256, size) values (?, ?, 'sidecar', ?, ?)")
                .params(arrival, part, bytes.sha256(), bytes.size())
                .update();
    }

    /** Has a job that came to its end go its way once more, with a data file that came late. */
    void runAgainWith(JdbcClient db, Job job, Sidecar sidecar) {
        jobs.setSidecar(db, job.id(), sidecar);
        if (job.original().isPresent() && filings.giveUp(db, job.id(), Reason.of("sidecar.came"))) {
            jobs.startAgain(db, job.id(), true, "service");
            ledger.append(db, "service", "job.sidecar-came", job.subject());
        }
    }

    /** Ends a job that has just been made. */
    void fail(JdbcClient db, Job job, Reason reason, String hotFolder) {
        endings.endBadly(db, job, JobState.FAILED, reason, Optional.of(hotFolder));
        store.afterCommit(filings::wake);
    }

    private Optional<Job.Origin> origin(JdbcClient db, File file) {
        return own.findJob(db, file.bytes().sha256(), file.name())
                .flatMap(maker -> jobs.find(db, maker))
                .map(maker -> new Job.Origin(
                        maker.id(), maker.origin().map(Job.Origin::depth).orElse(0) + 1));
    }

    private void startJob(
            JdbcClient db,
            long source,
            Jobs.Arrived arrived,
            File file,
            Optional<Job.Origin> origin,
            String principal) {
        if (jobs.exists(db, file.job())) {
            jobs.move(db, file.job(), JobMove.to(JobState.WAITING), principal);
            jobs.arrive(db, file.job(), arrived, file.type());
            file.more().sidecar().ifPresent(sidecar -> jobs.setSidecar(db, file.job(), sidecar));
        } else {
            Jobs.NewJob job = new Jobs.NewJob(
                    source,
                    file.name(),
                    file.more(),
                    file.bytes().size(),
                    file.type(),
                    file.wantedRule(),
                    JobState.WAITING,
                    Optional.of(arrived),
                    origin,
                    file.leftInFolder());
            jobs.create(db, file.job(), job, principal);
        }
    }

    private static Optional<String> findFiledBefore(JdbcClient db, File file) {
        return db.sql("""
                        select id from job where main_sha256 = :bytes and state = 'filed' and id <> :job
                        order by number desc limit 1
                        """)
                .param("bytes", file.bytes().sha256())
                .param("job", file.job())
                .query(String.class)
                .optional();
    }

    private void seen(JdbcClient db, File file, SeenBefore choice, String earlier, Optional<String> hotFolder) {
        if (choice == SeenBefore.HOLD) {
            jobs.move(
                    db, file.job(), JobMove.to(JobState.HELD, Reason.of("duplicate.held", "job", earlier)), "service");
        } else {
            end(db, file, JobState.REJECTED, Reason.of("duplicate.rejected", "job", earlier), hotFolder);
        }
    }

    private void end(JdbcClient db, File file, JobState state, Reason reason, Optional<String> hotFolder) {
        Job job = jobs.find(db, file.job()).orElseThrow();
        endings.endBadly(db, job, state, reason, hotFolder);
        store.afterCommit(filings::wake);
    }
}
