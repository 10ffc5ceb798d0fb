package lectomen.service.job;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.LongToIntFunction;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.FilingByHand;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import lectomen.service.store.StoreIdentity;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/**
 * All jobs. What changes a job takes the database connection of the write it belongs to, so that a job never moves without
 * what moved it. Safe for several threads.
 */
public final class Jobs {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "job_words",
                    List.of(
                            "name",
                            "reason_parameters",
                            "considered",
                            "subfolder",
                            "by_hand",
                            "sender",
                            "tags",
                            "given",
                            "sidecar"),
                    ErasableColumns.Subject.JOB,
                    "update job_words set name = '', reason_parameters = '{}', considered = '[]', subfolder = '', by_hand = null, sender = '', tags = '[]', given = '{}', sidecar = '' where job_id = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;
    private final JobCounts counts;
    private final JobQueue queue = new JobQueue();
    private PartListener partListener = (db, whole, hadEnded, hasEnded) -> {};
    private final List<MoveListener> moveListeners = new ArrayList<>();

    public Jobs(Store store, Ledger ledger, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
        this.counts = new JobCounts(store);
    }

    /**
     * What is known of a file when its job is made.
     *
     * @param more what is known of the file besides
     * @param arrived set when its bytes are kept already; {@link Jobs#arrive} follows otherwise
     * @param origin set when the file is the result of an earlier job
     * @param leftInFolder whether the file stays where it was found
     */
    public record NewJob(
            long source,
            String name,
            FileFacts.Circumstances more,
            long size,
            FileType type,
            Optional<String> wantedRule,
            JobState state,
            Optional<Arrived> arrived,
            Optional<Job.Origin> origin,
            boolean leftInFolder) {
        public static NewJob of(long source, String name, long size, FileType type, JobState state) {
            return new NewJob(
                    source,
                    name,
                    FileFacts.Circumstances.UNKNOWN,
                    size,
                    type,
                    Optional.empty(),
                    state,
                    Optional.empty(),
                    Optional.empty(),
                    false);
        }
    }

    /** The arrival that a file came with, and its kept bytes. */
    public record Arrived(long arrival, ByteRef bytes) {}

    /** An id that no job has or will be given again. */
    public String newId(JdbcClient db) {
        return store.identity().incarnation() + "-" + StoreIdentity.next(db, "job");
    }

    /** Makes a job for a file, under an id from {@link #newId}. */
    public void create(JdbcClient db, String id, NewJob job, String principal) {
        String[] parts = id.split("-");
        int incarnation = Integer.parseInt(parts[0]);
        long number = Long.parseLong(parts[1]);
        long now = clock.millis();
        db.sql("""
                        insert into job (id, incarnation, number, source_id, size, type, wanted_rule, state, created_at, changed_at,
                            origin_job, depth, left_in_folder, arrival_seq, main_sha256, modified_at)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .param(id)
                .param(incarnation)
                .param(number)
                .param(job.source())
                .param(job.size())
                .param(job.type().name())
                .param(job.wantedRule().orElse(null))
                .param(job.state().code())
                .param(now)
                .param(now)
                .param(job.origin().map(Job.Origin::job).orElse(null))
                .param(job.origin().map(Job.Origin::depth).orElse(0))
                .param(job.leftInFolder() ? 1 : 0)
                .param(job.arrived().map(Arrived::arrival).orElse(null))
                .param(job.arrived().map(with -> with.bytes().sha256()).orElse(null))
                .param(job.more().modified().map(Instant::toEpochMilli).orElse(null))
                .update();
        job.arrived().ifPresent(with -> putOut(db, id, with.bytes(), job.type()));
        db.sql("insert into job_words (job_id, name, subfolder, sender, tags, given) values (?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        job.name(),
                        job.more().subfolder(),
                        job.more().sender(),
                        JSON.writeValueAsString(job.more().tags()),
                        JSON.writeValueAsString(job.more().given()))
                .update();
        job.more().sidecar().ifPresent(sidecar -> setSidecar(db, id, sidecar));
        ledger.append(
                db, principal, "job.made", Job.subject(id), "state", job.state().code());
        store.afterCommit(counts::changed);
    }

    /** Says which data file belongs to its document; the job uses its bytes from now on. */
    public void setSidecar(JdbcClient db, String id, Sidecar sidecar) {
        ByteStore.use(db, new ByteRef(sidecar.sha256(), sidecar.size()), clock.millis());
        db.sql("update job_words set sidecar = ? where job_id = ?")
                .params(JSON.writeValueAsString(sidecar), id)
                .update();
    }

    /** Binds the job to its arrival and its kept bytes. */
    public void arrive(JdbcClient db, String id, Arrived arrived, FileType type) {
        ByteRef bytes = arrived.bytes();
        long now = clock.millis();
        db.sql("update job set arrival_seq = ?, main_sha256 = ?, size = ?, type = ?, changed_at = ? where id = ?")
                .params(arrived.arrival(), bytes.sha256(), bytes.size(), type.name(), now, id)
                .update();
        putOut(db, id, bytes, type);
    }

    private static void putOut(JdbcClient db, String id, ByteRef bytes, FileType type) {
        db.sql("insert into output (job_id, name, generation, sha256, size, type) values (?, 'main', 1, ?, ?, ?)")
                .params(id, bytes.sha256(), bytes.size(), type.name())
                .update();
    }

    /**
     * Moves a job to a state.
     *
     * @throws WrongStateException if the job can't go there from where it is
     */
    public void move(JdbcClient db, String id, JobMove move, String principal) {
        move(db, id, standing(db, id), move, principal);
    }

    /** Moves a job that was read in the same write. */
    public void move(JdbcClient db, Job job, JobMove move, String principal) {
        move(
                db,
                job.id(),
                new Standing(job.state(), job.reason().isPresent(), job.partOf().map(Job.Part::job)),
                move,
                principal);
    }

    private void move(JdbcClient db, String id, Standing from, JobMove move, String principal) {
        if (!from.state().mayBecome(move.to())) {
            throw new WrongStateException(id, from.state(), move.to().code());
        }
        String code = move.reason().map(Reason::code).orElse(null);
        db.sql("""
                        update job set state = ?, waits_for = ?, awaits_rule = ?, reason_code = ?, next_try_at = ?, changed_at = ?,
                            attempt = attempt + ?, version = version + 1
                        where id = ?
                        """)
                .param(move.to().code())
                .param(move.waitsFor().code())
                .param(move.waitsFor() == WaitsFor.RULE ? 1 : 0)
                .param(code)
                .param(move.nextTryAt().map(Instant::toEpochMilli).orElse(null))
                .param(clock.millis())
                .param(move.to() == JobState.WORKING ? 1 : 0)
                .param(id)
                .update();
        if (from.hasReason() || code != null) {
            setReasonParameters(db, id, move.reason());
        }
        if (from.partOf().isPresent()) {
            partListener.changed(
                    db, from.partOf().get(), from.state().isEnd(), move.to().isEnd());
        }
        boolean sameAgain = from.state() == move.to();
        if (!sameAgain) {
            String because = code == null ? "" : code;
            ledger.append(
                    db,
                    principal,
                    "job." + move.to().code(),
                    Job.subject(id),
                    "from",
                    from.state().code(),
                    "reason",
                    because);
            moveListeners.forEach(listener -> listener.moved(db, id, move));
        }
        store.afterCommit(counts::changed);
    }

    private record Standing(JobState state, boolean hasReason, Optional<String> partOf) {}

    private static Standing standing(JdbcClient db, String id) {
        return db.sql("select state, reason_code, part_of from job where id = ?")
                .param(id)
                .query((row, n) -> new Standing(
                        JobState.findByCode(row.getString("state")).orElseThrow(),
                        row.getString("reason_code") != null,
                        Optional.ofNullable(row.getString("part_of"))))
                .optional()
                .orElseThrow(() -> new NoSuchJobException(id));
    }

    private static void setReasonParameters(JdbcClient db, String id, Optional<Reason> reason) {
        String parameters =
                reason.map(r -> JSON.writeValueAsString(r.parameters())).orElse("{}");
        db.sql("update job_words set reason_parameters = ? where job_id = ?")
                .params(parameters, id)
                .update();
    }

    /**
     * Starts a job again from the beginning: a new generation whose earlier results stay as history.
     *
     * @param redo whether what it filed before is to be replaced rather than counted as done
     */
    public void startAgain(JdbcClient db, String id, boolean redo, String principal) {
        move(db, id, JobMove.to(JobState.WAITING), principal);
        db.sql("""
                        update job set generation = generation + 1, deaths = 0, rule_id = null, rule_version = null,
                            redo_generation = case when :redo then generation + 1 else redo_generation end
                        where id = :id
                        """).param("redo", redo ? 1 : 0).param("id", id).update();
        insertOriginal(db, id);
    }

    /**
     * Begins a new run of a job that ended because of its parts and goes on with them: a new generation with the fields and parts of
     * the one before. Its state stays.
     */
    public Job reopen(JdbcClient db, Job whole) {
        db.sql("update job set generation = generation + 1 where id = ?")
                .param(whole.id())
                .update();
        insertOriginal(db, whole.id());
        Job next = find(db, whole.id()).orElseThrow();
        db.sql("""
                        insert into field_words (job_id, generation, position, name, field)
                        select job_id, ?, position, name, field from field_words where job_id = ? and generation = ?
                        """).params(next.generation(), whole.id(), whole.generation()).update();
        db.sql("update job set part_generation = ? where part_of = ? and part_generation = ?")
                .params(next.generation(), whole.id(), whole.generation())
                .update();
        return next;
    }

    private static void insertOriginal(JdbcClient db, String id) {
        db.sql("""
                        insert into output (job_id, name, generation, sha256, size, type)
                        select id, 'main', generation, main_sha256, size, type from job where id = ? and main_sha256 is not null
                        """).param(id).update();
    }

    /** Says what a person chose for the job: from now on this rule alone takes it. */
    public void choose(JdbcClient db, String id, String rule) {
        choose(db, id, rule, null);
    }

    /** Says what a person chose for the job: it is filed so, and no rule is asked. */
    public void choose(JdbcClient db, String id, FilingByHand byHand) {
        choose(db, id, null, JSON.writeValueAsString(byHand));
    }

    private static void choose(JdbcClient db, String id, @Nullable String rule, @Nullable String byHand) {
        db.sql("update job set wanted_rule = ?, rule_chosen = ? where id = ?")
                .param(rule)
                .param(rule == null ? 0 : 1)
                .param(id)
                .update();
        db.sql("update job_words set by_hand = ? where job_id = ?")
                .param(byHand)
                .param(id)
                .update();
    }

    /** Called when the job of a part comes to its end, or goes on after it had. */
    @FunctionalInterface
    public interface PartListener {
        void changed(JdbcClient db, String whole, boolean hadEnded, boolean hasEnded);
    }

    /** Says who is called. Call it while the service is put together. */
    public void onPart(PartListener listener) {
        partListener = listener;
    }

    /** Called in the write that moves a job. */
    @FunctionalInterface
    public interface MoveListener {
        void moved(JdbcClient db, String id, JobMove move);
    }

    /** Adds somebody to call. Call it while the service is put together. */
    public void onMove(MoveListener listener) {
        moveListeners.add(listener);
    }

    /** Puts more words on a job. */
    public void tag(JdbcClient db, Job job, Set<String> tags) {
        Set<String> all = new TreeSet<>(job.more().tags());
        all.addAll(tags);
        db.sql("update job_words set tags = ? where job_id = ?")
                .params(JSON.writeValueAsString(all), job.id())
                .update();
    }

    /** Sets how soon a job has its turn. */
    public void setPriority(JdbcClient db, String id, int priority) {
        db.sql("update job set priority = ?, version = version + 1 where id = ?")
                .params(priority, id)
                .update();
    }

    /** Wishes, or no longer wishes, that a job at work be held once its worker is done. */
    public void wishHold(JdbcClient db, String id, boolean wish) {
        db.sql("update job set hold_wanted = ?, version = version + 1 where id = ?")
                .params(wish ? 1 : 0, id)
                .update();
    }

    /** Whether there is such a job. */
    public boolean exists(JdbcClient db, String id) {
        return !db.sql("select 1 from job where id = ?")
                .param(id)
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    /** Fixes the rule version that the job goes through. */
    public void setRule(JdbcClient db, String id, RuleRef rule) {
        db.sql("update job set rule_id = ?, rule_version = ? where id = ?")
                .params(rule.id(), rule.version(), id)
                .update();
        store.afterCommit(counts::changed);
    }

    /** Keeps what each rule said to the document. */
    public void setConsidered(JdbcClient db, String id, String considered) {
        db.sql("update job_words set considered = ? where job_id = ?")
                .params(considered, id)
                .update();
    }

    /** Takes the job whose turn it is and marks it as in work; empty when none waits. */
    public Optional<Job> takeNext(JdbcClient db) {
        return takeNext(db, 1).stream().findFirst();
    }

    /** Takes several at once, in their turn. */
    public List<Job> takeNext(JdbcClient db, int most) {
        return takeNext(db, most, source -> most);
    }

    /** @param mostOf how many of a source at most */
    public List<Job> takeNext(JdbcClient db, int most, LongToIntFunction mostOf) {
        List<Job> taken = new ArrayList<>();
        for (String id : queue.next(db, clock.millis(), most, mostOf)) {
            Job job = find(db, id).orElseThrow(() -> new NoSuchJobException(id));
            move(db, job, JobMove.to(JobState.WORKING), "service");
            taken.add(job.takenUp(clock.instant()));
        }
        return taken;
    }

    /** Counts that a worker died of the job; gives how often one has since the job began, or began again. */
    public int countDeath(JdbcClient db, String id) {
        return db.sql("update job set deaths = deaths + 1 where id = ? returning deaths")
                .param(id)
                .query(Integer.class)
                .single();
    }

    /** Gives jobs that wait for a rule their turn, since one has gone live; says how many. */
    public int rulesChanged(JdbcClient db) {
        return db.sql("update job set awaits_rule = 0 where awaits_rule = 1").update();
    }

    /** How many jobs wait because their destination can't be reached or takes nothing. */
    public long countHeldUpByDestinations() {
        return store.read(db -> db.sql("""
                        select count(*) from job
                        where state = 'waiting' and waits_for = 'destination' and reason_code like 'destination.%'
                        """).query(Long.class).single());
    }

    /**
     * Gives jobs that were in a worker when the service ended their turn again.
     *
     * @param kinds of effects that jobs wait for: one that has some is past its worker
     */
    public int recover(JdbcClient db, Set<String> kinds) {
        store.afterCommit(counts::changed);
        return db.sql("""
                        update job set state = 'waiting', waits_for = 'turn', version = version + 1
                        where state = 'working' and not exists (
                            select 1 from effect e
                            where e.job_id = job.id and e.generation = job.generation and e.kind in (:kinds)
                              and not exists (
                                select 1 from plan p
                                where p.job_id = job.id and p.generation = job.generation and p.waits_for is null))
                        """).param("kinds", kinds).update();
    }

    public Optional<Job> find(String id) {
        return store.read(db -> find(db, id));
    }

    /** Jobs by their numbers; those that are no longer there are left out. */
    Map<Long, Job> byNumber(List<Long> numbers) {
        Map<Long, Job> found = new HashMap<>();
        store.read(db -> db.sql(JobRow.SELECT + " where j.number in (:numbers)")
                        .param("numbers", numbers)
                        .query(JobRow::job)
                        .list())
                .forEach(job -> found.put(job.number(), job));
        return found;
    }

    /** @throws NoSuchJobException if there is no such job */
    public Job require(String id) {
        return find(id).orElseThrow(() -> new NoSuchJobException(id));
    }

    public Optional<Job> find(JdbcClient db, String id) {
        return db.sql(JobRow.SELECT + " where j.id = ?")
                .param(id)
                .query(JobRow::job)
                .optional();
    }

    /** How many jobs there are in each state. */
    public Map<JobState, Long> counts() {
        return counts.byState();
    }

    /** How many jobs there are of each rule in each state; those without a rule under an empty name. */
    public Map<JobCounts.Of, Long> countsByRule() {
        return counts.all();
    }

    /** What each rule said to the document, as it was kept. */
    public String considered(String id) {
        return store.read(db -> db.sql("select considered from job_words where job_id = ?")
                .param(id)
                .query(String.class)
                .single());
    }
}
