package lectomen.service.retention;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import lectomen.engine.rule.Retention;
import lectomen.engine.rule.RuleReadResult;
import lectomen.service.bytes.ByteStore;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.job.Originals;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Erasure;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Finds what is past its retention, counts it, and removes it: first the original, later everything known of the job. The
 * ledger and the receipts stay, so that it can still be proved that something was filed, and known again. A job counts from its
 * last change; one that is not at its end is never touched.
 */
public final class RetentionRuns implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(RetentionRuns.class);
    private static final int PER_WRITE = 200;
    private static final Duration BYTES_LINGER = Duration.ofHours(1);
    private static final String ENDED = "state in ('filed', 'rejected', 'failed', 'cancelled', 'unmatched')";

    /**
     * What is due under one rule.
     *
     * @param rule empty for jobs that no rule took
     * @param originals how many would go, and their bytes
     * @param jobs how many finished jobs would go as a whole
     */
    public record Due(Optional<String> rule, Retention retention, long originals, long bytes, long jobs) {}

    private final Store store;
    private final Ledger ledger;
    private final Rulebook rulebook;
    private final Settings settings;
    private final JobList list;
    private final ByteStore bytes;
    private final Erasure erasure;
    private final InstantSource clock;
    private final Originals originals;
    private final ScheduledExecutorService daily = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "retention");
        thread.setDaemon(true);
        return thread;
    });

    public RetentionRuns(
            Store store,
            Ledger ledger,
            Rulebook rulebook,
            Settings settings,
            JobList list,
            ByteStore bytes,
            Erasure erasure,
            InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.rulebook = rulebook;
        this.settings = settings;
        this.list = list;
        this.bytes = bytes;
        this.erasure = erasure;
        this.clock = clock;
        this.originals = new Originals(ledger, clock);
    }

    /** Has what is due removed an hour from now, and every hour after. */
    public void start() {
        daily.scheduleWithFixedDelay(this::runQuietly, 1, 1, TimeUnit.HOURS);
    }

    private void runQuietly() {
        try {
            run("service");
        } catch (RuntimeException e) {
            LOG.error("Items at the end of their retention can't be removed; retried in an hour", e);
        }
    }

    /** What would go now, by rule; nothing is changed. */
    public List<Due> due() {
        List<Due> due = new ArrayList<>();
        for (Map.Entry<Optional<String>, Retention> rule : retentions().entrySet()) {
            Optional<Instant> originalsBefore = before(rule.getValue().originals());
            Optional<Instant> jobsBefore = before(rule.getValue().jobs());
            long[] originals = originalsBefore
                    .map(until -> count(rule.getKey(), until, true))
                    .orElse(new long[2]);
            long[] jobs =
                    jobsBefore.map(until -> count(rule.getKey(), until, false)).orElse(new long[2]);
            if (rule.getValue().originals().isPresent()
                    || rule.getValue().jobs().isPresent()) {
                due.add(new Due(rule.getKey(), rule.getValue(), originals[0], originals[1], jobs[0]));
            }
        }
        return due;
    }

    /** Removes what is due; gives what went. */
    public List<Due> run(String principal) {
        List<Due> due = due();
        for (Due one : due) {
            before(one.retention().jobs()).ifPresent(until -> removeJobs(one.rule(), until, principal));
            before(one.retention().originals()).ifPresent(until -> removeOriginals(one.rule(), until, principal));
        }
        removeBytes();
        store.write(db -> db.sql("delete from upload_key where at < ?")
                .param(clock.instant().minus(Duration.ofDays(30)).toEpochMilli())
                .update());
        return due;
    }

    private Optional<Instant> before(Optional<Duration> kept) {
        return kept.map(age -> clock.instant().minus(age));
    }

    /** The retention of each rule that jobs were taken by, in its latest live form; and of jobs without a rule. */
    private Map<Optional<String>, Retention> retentions() {
        Map<Optional<String>, Retention> retentions =
                new TreeMap<>((one, other) -> one.orElse("").compareTo(other.orElse("")));
        retentions.put(Optional.empty(), settings.retention());
        for (RuleEntry entry : rulebook.list()) {
            Retention own = rulebook.readActing(entry) instanceof RuleReadResult.Good good
                    ? good.rule().retention().orElse(settings.retention())
                    : Retention.FOR_EVER; // nothing is removed by a rule that can't be read
            retentions.put(Optional.of(entry.id()), own);
        }
        return retentions;
    }

    private static String which(Optional<String> rule, boolean withOriginal) {
        return ENDED + (rule.isPresent() ? " and rule_id = :rule" : " and rule_id is null") + " and changed_at < :until"
                + (withOriginal ? " and main_sha256 is not null" : "");
    }

    private long[] count(Optional<String> rule, Instant until, boolean withOriginal) {
        return store.read(db -> db.sql("select count(*) as jobs, coalesce(sum(size), 0) as bytes from job where "
                        + which(rule, withOriginal))
                .param("rule", rule.orElse(""))
                .param("until", until.toEpochMilli())
                .query((row, n) -> new long[] {row.getLong("jobs"), row.getLong("bytes")})
                .single());
    }

    private record Found(String id, long number) {}

    private List<Found> some(Optional<String> rule, Instant until, boolean withOriginal) {
        return store.read(db -> db.sql("select id, number from job where " + which(rule, withOriginal) + " limit :most")
                .param("rule", rule.orElse(""))
                .param("until", until.toEpochMilli())
                .param("most", PER_WRITE)
                .query((row, n) -> new Found(row.getString("id"), row.getLong("number")))
                .list());
    }

    private void removeOriginals(Optional<String> rule, Instant until, String principal) {
        for (List<Found> part = some(rule, until, true); !part.isEmpty(); part = some(rule, until, true)) {
            List<Found> now = part;
            store.write(db -> {
                now.forEach(one -> originals.remove(db, one.id(), principal));
                return now;
            });
        }
    }

    private void removeJobs(Optional<String> rule, Instant until, String principal) {
        for (List<Found> part = some(rule, until, false); !part.isEmpty(); part = some(rule, until, false)) {
            List<Found> now = part;
            store.write(db -> {
                now.forEach(one -> removeJob(db, one.id(), principal));
                return now;
            });
            list.forget(now.stream().map(Found::number).toList());
        }
    }

    private void removeJob(JdbcClient db, String job, String principal) {
        Originals.noLongerUse(db, job);
        erasure.forget(db, ErasableColumns.Subject.JOB, job);
        for (String part : List.of(
                "update remaining_file set job_id = null where job_id = ?", // the file stays, and is not taken again
                "delete from claim where job_id = ?",
                "delete from sidecar_awaited where job_id = ?",
                "delete from job_note where job_id = ?",
                "delete from step_run where job_id = ?",
                "delete from effect_words where effect_id in (select id from effect where job_id = ?)",
                "delete from effect_attempt where effect_id in (select id from effect where job_id = ?)",
                // also what effects of other jobs refer to, which may stay
                "update effect set depends_on = null where depends_on in (select id from effect where job_id = ?)",
                "update effect set supersedes = null where supersedes in (select id from effect where job_id = ?)",
                "update effect set withdraws = null where withdraws in (select id from effect where job_id = ?)",
                "delete from effect where job_id = ?",
                "delete from output where job_id = ?",
                "delete from job_words where job_id = ?",
                "delete from plan where job_id = ?",
                "update job set handed_over_from = null where handed_over_from = ?",
                "update job set part_of = null where part_of = ?",
                "delete from job where id = ?")) {
            db.sql(part).param(job).update();
        }
        ledger.append(db, principal, "job.removed", Job.subject(job));
    }

    /** Unused bytes are deleted late, so that a caller that is about to use them again finds them. */
    private void removeBytes() {
        List<String> unused = store.read(db -> db.sql("select sha256 from bytes where uses = 0")
                .query(String.class)
                .list());
        for (String sha256 : unused) {
            store.write(db -> {
                int stillUnused = db.sql("select count(*) from bytes where sha256 = ? and uses = 0")
                        .param(sha256)
                        .query(Integer.class)
                        .single();
                if (stillUnused > 0
                        && bytes.removeUnlessYoung(sha256, clock.instant().minus(BYTES_LINGER))) {
                    return db.sql("update bytes set uses = :gone where sha256 = :sha256")
                            .param("gone", ByteStore.GONE)
                            .param("sha256", sha256)
                            .update();
                }
                return 0;
            });
        }
    }

    @Override
    public void close() {
        daily.shutdownNow();
    }
}
