package lectomen.service.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.RuleRef;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.ByteRef;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import lectomen.service.store.StoreIdentity;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * All jobs. What changes a job takes the database connection of the write it belongs to, so that a job never moves without
 * what moved it. Safe for several threads.
 */
public final class Jobs {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<TreeMap<String, String>> PARAMETERS = new TypeReference<>() {};

    private static final String SELECT = """
            select j.*, w.name, w.reason_parameters from job j join job_words w on w.job_id = j.id
            """;

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;

    public Jobs(Store store, Ledger ledger, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
    }

    /** What is known of a file when its job is made. */
    public record NewJob(
            long source, String name, long size, FileType type, Optional<String> wantedRule, JobState state) {}

    /** An id that no job has or will be given again. */
    public String newId(JdbcClient db) {
        return store.identity().incarnation() + "-" + StoreIdentity.next(db, "job");
    }

    /** Makes a job for a file, under an id from {@link #newId}. Bytes follow with {@link #arrive}. */
    public void create(JdbcClient db, String id, NewJob job, String principal) {
        String[] parts = id.split("-");
        int incarnation = Integer.parseInt(parts[0]);
        long number = Long.parseLong(parts[1]);
        long now = clock.millis();
        db.sql("""
                        insert into job (id, incarnation, number, source_id, size, type, wanted_rule, state, created_at, changed_at)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
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
                .update();
        db.sql("insert into job_words (job_id, name) values (?, ?)")
                .params(id, job.name())
                .update();
        ledger.append(
                db, principal, "job.made", Job.subject(id), "state", job.state().code());
    }

    /** Binds the job to its arrival and its kept bytes. */
    public void arrive(JdbcClient db, String id, long arrival, ByteRef bytes, FileType type) {
        long now = clock.millis();
        db.sql("update job set arrival_seq = ?, main_sha256 = ?, size = ?, type = ?, changed_at = ? where id = ?")
                .params(arrival, bytes.sha256(), bytes.size(), type.name(), now, id)
                .update();
        db.sql("insert into output (job_id, name, generation, sha256, size, type) values (?, 'main', 1, ?, ?, ?)")
                .params(id, bytes.sha256(), bytes.size(), type.name())
                .update();
    }

    /** How a job moves. */
    public record Move(JobState to, Optional<Reason> reason, Optional<Instant> nextTryAt) {
        public static Move to(JobState state) {
            return new Move(state, Optional.empty(), Optional.empty());
        }

        public static Move to(JobState state, Reason reason) {
            return new Move(state, Optional.of(reason), Optional.empty());
        }

        public static Move waitUntil(Instant nextTry, Reason reason) {
            return new Move(JobState.WAITING, Optional.of(reason), Optional.of(nextTry));
        }
    }

    /**
     * Moves a job to a state.
     *
     * @throws WrongStateException if the job can't go there from where it is
     */
    public void move(JdbcClient db, String id, Move move, String principal) {
        JobState from = requireState(db, id);
        if (!from.mayBecome(move.to())) {
            throw new WrongStateException(id, from, move.to().code());
        }
        String code = move.reason().map(Reason::code).orElse(null);
        db.sql("""
                        update job set state = ?, reason_code = ?, next_try_at = ?, changed_at = ?, version = version + 1
                        where id = ?
                        """)
                .param(move.to().code())
                .param(code)
                .param(move.nextTryAt().map(Instant::toEpochMilli).orElse(null))
                .param(clock.millis())
                .param(id)
                .update();
        setReasonParameters(db, id, move.reason());
        boolean sameAgain = from == move.to();
        if (!sameAgain) {
            String because = code == null ? "" : code;
            ledger.append(
                    db, principal, "job." + move.to().code(), Job.subject(id), "from", from.code(), "reason", because);
        }
    }

    private static void setReasonParameters(JdbcClient db, String id, Optional<Reason> reason) {
        String parameters =
                reason.map(r -> JSON.writeValueAsString(r.parameters())).orElse("{}");
        db.sql("update job_words set reason_parameters = ? where job_id = ?")
                .params(parameters, id)
                .update();
    }

    /** Starts a job again from the beginning: a new generation whose earlier results stay as history. */
    public void startAgain(JdbcClient db, String id, String principal) {
        move(db, id, Move.to(JobState.WAITING), principal);
        db.sql(
                        "update job set generation = generation + 1, attempt = 0, rule_id = null, rule_version = null where id = ?")
                .param(id)
                .update();
        db.sql("""
                        insert into output (job_id, name, generation, sha256, size, type)
                        select id, 'main', generation, main_sha256, size, type from job where id = ? and main_sha256 is not null
                        """).param(id).update();
    }

    /** Fixes the rule version that the job goes through. */
    public void setRule(JdbcClient db, String id, RuleRef rule) {
        db.sql("update job set rule_id = ?, rule_version = ? where id = ?")
                .params(rule.id(), rule.version(), id)
                .update();
    }

    /** Keeps what each rule said to the document. */
    public void setConsidered(JdbcClient db, String id, String considered) {
        db.sql("update job_words set considered = ? where job_id = ?")
                .params(considered, id)
                .update();
    }

    /** Takes the next waiting job whose time has come and marks it as in work; empty when there is none. */
    public Optional<Job> takeNext(JdbcClient db) {
        Optional<String> id =
                db.sql("""
                        select id from job j
                        where state = 'waiting' and main_sha256 is not null and (next_try_at is null or next_try_at <= :now)
                          and not exists (select 1 from effect e
                                          where e.job_id = j.id and e.generation = j.generation and e.kind <> 'give back')
                        order by priority, number limit 1
                        """).param("now", clock.millis()).query(String.class).optional();
        id.ifPresent(taken -> {
            move(db, taken, Move.to(JobState.WORKING), "service");
            db.sql("update job set attempt = attempt + 1 where id = ?")
                    .param(taken)
                    .update();
        });
        return id.flatMap(taken -> find(db, taken));
    }

    /** Gives jobs that were in a worker when the service ended their turn again. */
    public int recover(JdbcClient db) {
        return db.sql("""
                        update job set state = 'waiting', attempt = 0, version = version + 1
                        where state = 'working' and not exists (
                            select 1 from effect e
                            where e.job_id = job.id and e.generation = job.generation and e.kind <> 'give back')
                        """).update();
    }

    public Optional<Job> find(String id) {
        return store.read(db -> find(db, id));
    }

    /** @throws NoSuchJobException if there is no such job */
    public Job require(String id) {
        return find(id).orElseThrow(() -> new NoSuchJobException(id));
    }

    public Optional<Job> find(JdbcClient db, String id) {
        return db.sql(SELECT + " where j.id = ?").param(id).query(Jobs::job).optional();
    }

    private static JobState requireState(JdbcClient db, String id) {
        return db.sql("select state from job where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .flatMap(JobState::findByCode)
                .orElseThrow(() -> new NoSuchJobException(id));
    }

    /** Which jobs a list shows; an empty filter shows all. */
    public record Filter(Optional<JobState> state, Optional<String> rule, Optional<String> name, int limit) {}

    /** Jobs, the newest first. */
    public List<Job> list(Filter filter) {
        return store.read(db -> db.sql(SELECT + """
                         where (:state is null or j.state = :state)
                           and (:rule is null or j.rule_id = :rule)
                           and (:name is null or instr(lower(w.name), lower(:name)) > 0)
                         order by j.number desc limit :limit
                        """)
                .param("state", filter.state().map(JobState::code).orElse(null))
                .param("rule", filter.rule().orElse(null))
                .param("name", filter.name().orElse(null))
                .param("limit", filter.limit())
                .query(Jobs::job)
                .list());
    }

    /** How many jobs there are in each state. */
    public Map<JobState, Long> counts() {
        Map<JobState, Long> counts = new TreeMap<>();
        store.read(db -> {
            db.sql("select state, count(*) as jobs from job group by state").query(row -> {
                JobState.findByCode(row.getString("state")).ifPresent(state -> {
                    try {
                        counts.put(state, row.getLong("jobs"));
                    } catch (SQLException e) {
                        throw new IllegalStateException("A count can't be read", e);
                    }
                });
            });
            return counts;
        });
        return counts;
    }

    /** What each rule said to the document, as it was kept. */
    public String considered(String id) {
        return store.read(db -> db.sql("select considered from job_words where job_id = ?")
                .param(id)
                .query(String.class)
                .single());
    }

    private static Job job(ResultSet row, int n) throws SQLException {
        String sha256 = row.getString("main_sha256");
        long size = row.getLong("size");
        String ruleId = row.getString("rule_id");
        String code = row.getString("reason_code");
        long arrival = row.getLong("arrival_seq");
        boolean arrived = !row.wasNull();
        long nextTry = row.getLong("next_try_at");
        boolean tries = !row.wasNull();
        return new Job(
                row.getString("id"),
                row.getString("name"),
                arrived ? Optional.of(arrival) : Optional.empty(),
                row.getLong("source_id"),
                sha256 == null ? Optional.empty() : Optional.of(new ByteRef(sha256, size)),
                size,
                FileType.valueOf(row.getString("type")),
                Optional.ofNullable(row.getString("wanted_rule")),
                ruleId == null ? Optional.empty() : Optional.of(new RuleRef(ruleId, row.getInt("rule_version"))),
                JobState.findByCode(row.getString("state")).orElseThrow(),
                code == null
                        ? Optional.empty()
                        : Optional.of(new Reason(code, JSON.readValue(row.getString("reason_parameters"), PARAMETERS))),
                row.getInt("generation"),
                row.getInt("attempt"),
                tries ? Optional.of(Instant.ofEpochMilli(nextTry)) : Optional.empty(),
                Instant.ofEpochMilli(row.getLong("created_at")),
                Instant.ofEpochMilli(row.getLong("changed_at")),
                row.getInt("version"));
    }
}
