package lectomen.service.desk;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.page.Box;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** The stored decisions and corrections. The ledger has each by ids and by a keyed hash of what was seen. */
final class DeskDecisions {
    static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "desk_words",
                    List.of("stage_name", "reason", "fields"),
                    ErasableColumns.Subject.JOB,
                    "update desk_words set stage_name = '', reason = '', fields = '[]' where job_id = ?"),
            new ErasableColumns(
                    "desk_correction_words",
                    List.of("field", "extractor", "value_read", "entered", "box"),
                    ErasableColumns.Subject.JOB,
                    "delete from desk_correction_words where job_id = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Ledger ledger;
    private final KeyedHash keyed;
    private final InstantSource clock;

    DeskDecisions(Ledger ledger, KeyedHash keyed, InstantSource clock) {
        this.ledger = ledger;
        this.keyed = keyed;
        this.clock = clock;
    }

    /**
     * What is decided.
     *
     * @param person empty for the rule
     * @param fields as they are by the decision
     */
    record New(String verdict, Optional<Long> person, String reason, List<FieldValue> fields) {}

    long add(JdbcClient db, DeskTask task, PeopleQuestion question, New decided) {
        String seen = keyed.of(seen(question, decided.fields()));
        long id = db.sql("""
                        insert into desk_decision (task_id, job_id, stage, verdict, person_id, at, waited, seen_hash)
                        values (?, ?, ?, ?, ?, ?, ?, ?) returning id
                        """)
                .param(task.id())
                .param(task.job())
                .param(task.stage())
                .param(decided.verdict())
                .param(decided.person().orElse(null))
                .param(clock.millis())
                .param(Math.max(0, clock.millis() - task.stageAt().toEpochMilli()))
                .param(seen)
                .query(Long.class)
                .single();
        db.sql("insert into desk_words (decision_id, job_id, stage_name, reason, fields) values (?, ?, ?, ?, ?)")
                .params(
                        id,
                        task.job(),
                        question.stages().get(task.stage() - 1).name(),
                        decided.reason(),
                        JSON.writeValueAsString(decided.fields()))
                .update();
        String who = decided.person().map(person -> "person " + person).orElse("rule " + task.rule());
        ledger.append(
                db,
                who,
                task.kind().code() + "." + decided.verdict(),
                Job.subject(task.job()),
                "decision",
                Long.toString(id),
                "stage",
                Integer.toString(task.stage()),
                "seen",
                seen);
        return id;
    }

    /** What was in front of whoever decided: what the question binds, and the fields as they are by the decision. */
    static String seen(PeopleQuestion question, List<FieldValue> fields) {
        return question.binding() + "\n"
                + fields.stream()
                        .map(field -> field.name() + "=" + field.value())
                        .sorted()
                        .collect(Collectors.joining("\n"));
    }

    /** Counts a value that was entered instead of what was read. */
    void correct(JdbcClient db, long decision, DeskTask task, FieldValue read, FieldValue entered) {
        long id = db.sql("""
                        insert into desk_correction (decision_id, job_id, rule_id, page, at) values (?, ?, ?, ?, ?) returning id
                        """)
                .params(decision, task.job(), task.rule(), entered.page(), clock.millis())
                .query(Long.class)
                .single();
        db.sql("""
                        insert into desk_correction_words (correction_id, job_id, field, extractor, value_read, entered, box)
                        values (?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(
                        id,
                        task.job(),
                        read.name(),
                        extractor(read),
                        read.value(),
                        entered.value(),
                        JSON.writeValueAsString(entered.box()))
                .update();
    }

    /** How a value was found, without what that made of this document. */
    private static String extractor(FieldValue read) {
        return read.method().split(", (?=read as|taken for)")[0];
    }

    /** Marks a decision as undone, without its corrections. */
    void undo(JdbcClient db, long decision) {
        db.sql("update desk_decision set verdict = 'undone' where id = ?")
                .param(decision)
                .update();
        db.sql("""
                        delete from desk_correction_words
                        where correction_id in (select id from desk_correction where decision_id = ?)
                        """).param(decision).update();
        db.sql("delete from desk_correction where decision_id = ?")
                .param(decision)
                .update();
    }

    private static final String SELECT = """
            select d.*, t.kind, w.stage_name, w.reason, coalesce(p.name, '') as name
            from desk_decision d join desk_task t on t.id = d.task_id join desk_words w on w.decision_id = d.id left join person p on p.id = d.person_id
            """;

    List<DeskDecision> ofTask(JdbcClient db, long task) {
        return db.sql(SELECT + " where d.task_id = ? order by d.id")
                .param(task)
                .query(DeskDecisions::decision)
                .list();
    }

    List<DeskDecision> ofJob(JdbcClient db, String job) {
        return db.sql(SELECT + " where d.job_id = ? order by d.id")
                .param(job)
                .query(DeskDecisions::decision)
                .list();
    }

    /** The people who decided in reviews of a job's present run. */
    static List<Long> reviewers(JdbcClient db, String job, int generation) {
        return db.sql("""
                        select distinct d.person_id from desk_decision d join desk_task t on t.id = d.task_id
                        where d.job_id = ? and t.generation = ? and t.kind = 'review' and d.verdict = 'accepted'
                          and d.person_id is not null
                        """).params(job, generation).query(Long.class).list();
    }

    List<DeskCorrection> correctionsOf(JdbcClient db, String job) {
        return corrections(db, "c.job_id = ?", job, 1_000);
    }

    /** The latest corrections of a rule's documents, the newest first. */
    List<DeskCorrection> correctionsOfRule(JdbcClient db, String rule, int most) {
        return corrections(db, "c.rule_id = ?", rule, most);
    }

    private static List<DeskCorrection> corrections(JdbcClient db, String where, String which, int most) {
        return db.sql("""
                        select c.job_id, c.page, c.at, w.field, w.extractor, w.value_read, w.entered, w.box,
                            coalesce(p.name, '') as name
                        from desk_correction c join desk_correction_words w on w.correction_id = c.id
                        join desk_decision d on d.id = c.decision_id left join person p on p.id = d.person_id
                        """ + " where " + where + " order by c.id desc limit ?")
                .params(which, most)
                .query((row, n) -> new DeskCorrection(
                        row.getString("job_id"),
                        row.getString("field"),
                        row.getString("extractor"),
                        row.getString("value_read"),
                        row.getString("entered"),
                        row.getInt("page"),
                        JSON.readValue(row.getString("box"), Box.class),
                        row.getString("name"),
                        Instant.ofEpochMilli(row.getLong("at"))))
                .list();
    }

    private static DeskDecision decision(ResultSet row, int n) throws SQLException {
        long person = row.getLong("person_id");
        Optional<Long> who = row.wasNull() ? Optional.empty() : Optional.of(person);
        return new DeskDecision(
                row.getLong("id"),
                row.getLong("task_id"),
                row.getString("job_id"),
                row.getString("kind"),
                row.getInt("stage"),
                row.getString("stage_name"),
                row.getString("verdict"),
                who,
                row.getString("name"),
                Instant.ofEpochMilli(row.getLong("at")),
                row.getString("seen_hash"),
                row.getString("reason"));
    }
}
