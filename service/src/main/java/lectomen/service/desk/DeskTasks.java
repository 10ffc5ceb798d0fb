package lectomen.service.desk;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import lectomen.engine.approval.Stage;
import lectomen.engine.facts.Site;
import lectomen.engine.schedule.WorkingTime;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.store.ErasableColumns;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The stored tasks of the desk. Each method is part of the write, or read, whose connection it takes. */
final class DeskTasks {
    static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "desk_task_words",
            List.of("fields"),
            ErasableColumns.Subject.JOB,
            "update desk_task_words set fields = '[]' where job_id = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<String>> NAMES = new TypeReference<>() {};

    private final Site site;
    private final InstantSource clock;

    DeskTasks(Site site, InstantSource clock) {
        this.site = site;
        this.clock = clock;
    }

    Optional<DeskTask> find(JdbcClient db, long id) {
        return db.sql("select * from desk_task where id = ?")
                .param(id)
                .query(DeskTask::of)
                .optional();
    }

    /** The task of a job that waits, or is held. */
    Optional<DeskTask> findUnanswered(JdbcClient db, String job) {
        return db.sql("select * from desk_task where job_id = ? and state in ('open', 'held') order by id desc limit 1")
                .param(job)
                .query(DeskTask::of)
                .optional();
    }

    /** @param stage at which it begins, counted from 1 */
    long insert(JdbcClient db, Job job, int step, PeopleQuestion question, int stage) {
        long now = clock.millis();
        long id = db.sql("""
                        insert into desk_task (job_id, generation, step, kind, rule_id, binding, stage, state, asked_at, stage_at)
                        values (?, ?, ?, ?, ?, ?, ?, 'open', ?, ?) returning id
                        """)
                .param(job.id())
                .param(job.generation())
                .param(step)
                .param(question.kind().code())
                .param(job.rule().orElseThrow().id())
                .param(question.binding())
                .param(stage)
                .param(now)
                .param(now)
                .query(Long.class)
                .single();
        db.sql("insert into desk_task_words (task_id, job_id, fields) values (?, ?, ?)")
                .params(id, job.id(), JSON.writeValueAsString(question.asked()))
                .update();
        begin(db, id, question.stages().get(stage - 1), stage);
        return id;
    }

    /** Has a stage of a task asked from now on. */
    void begin(JdbcClient db, long task, Stage stage, int number) {
        Instant now = clock.instant();
        db.sql("""
                        update desk_task set stage = ?, stage_at = ?, due_at = ?, remind_at = ?, escalate_at = ?, overdue_at = null,
                            taken_by = null, taken_until = null where id = ?
                        """)
                .param(number)
                .param(now.toEpochMilli())
                .param(after(stage.findWithin(), now))
                .param(after(stage.findRemindAfter(), now))
                .param(after(stage.findEscalation().map(Stage.Escalation::after), now))
                .param(task)
                .update();
        db.sql("delete from desk_asked where task_id = ?").param(task).update();
        stage.by().forEach(name -> ask(db, task, name));
    }

    private @Nullable Long after(Optional<WorkingTime> time, Instant now) {
        return time.map(length ->
                        length.after(now, site.zone(), site.calendar()).toEpochMilli())
                .orElse(null);
    }

    /** Has somebody asked as well. */
    void ask(JdbcClient db, long task, String name) {
        db.sql("insert or ignore into desk_asked (task_id, name) values (?, ?)")
                .params(task, name)
                .update();
    }

    Set<String> asked(JdbcClient db, long task) {
        return new TreeSet<>(db.sql("select name from desk_asked where task_id = ?")
                .param(task)
                .query(String.class)
                .list());
    }

    void exclude(JdbcClient db, long task, long person, String why) {
        db.sql("insert or ignore into desk_excluded (task_id, person_id, why) values (?, ?, ?)")
                .params(task, person, why)
                .update();
    }

    /** Lets those be asked again who were not because they had decided in the stage before. */
    void includeDecided(JdbcClient db, long task) {
        db.sql("delete from desk_excluded where task_id = ? and why = 'decided'")
                .param(task)
                .update();
    }

    /** Who can't answer although they are asked, and why. */
    Map<Long, String> excluded(JdbcClient db, long task) {
        Map<Long, String> excluded = new TreeMap<>();
        db.sql("select person_id, why from desk_excluded where task_id = ?")
                .param(task)
                .query(row -> {
                    excluded.put(row.getLong("person_id"), row.getString("why"));
                });
        return excluded;
    }

    void set(JdbcClient db, long task, DeskTask.State state, Optional<String> outcome) {
        boolean ends = state == DeskTask.State.DONE || state == DeskTask.State.VOID;
        db.sql(
                        "update desk_task set state = ?, outcome = ?, ended_at = ?, taken_by = null, taken_until = null where id = ?")
                .param(state.code())
                .param(outcome.orElse(null))
                .param(ends ? clock.millis() : null)
                .param(task)
                .update();
    }

    void take(JdbcClient db, long task, long person, Instant until) {
        db.sql("update desk_task set taken_by = ?, taken_until = ? where id = ?")
                .params(person, until.toEpochMilli(), task)
                .update();
    }

    void release(JdbcClient db, long task, long person) {
        db.sql("update desk_task set taken_by = null, taken_until = null where id = ? and taken_by = ?")
                .params(task, person)
                .update();
    }

    private static final String FOR_THEM = """
            t.state = 'open' and exists (
                select 1 from desk_asked a where a.task_id = t.id and a.name in (:names))
              and not exists (select 1 from desk_excluded x where x.task_id = t.id and x.person_id = :person)
            """;

    /** The open tasks of a person, the longest waiting first. */
    List<Desk.Waiting> waiting(JdbcClient db, long person, Collection<String> names, Desk.Wanted wanted) {
        Instant now = clock.instant();
        return db.sql("""
                        select t.*, j.name as file_name, w.fields, p.name as taker
                        from desk_task t join job_words j on j.job_id = t.job_id
                        join desk_task_words w on w.task_id = t.id left join person p on p.id = t.taken_by
                        where
                        """ + FOR_THEM + """
                          and (:kind = '' or t.kind = :kind) and (:job = '' or t.job_id = :job)
                          and (:after = 0 or (t.asked_at, t.id) > (
                              select asked_at, id from desk_task where id = :after))
                        order by t.asked_at, t.id limit :most
                        """)
                .param("names", names)
                .param("person", person)
                .param("job", wanted.job().orElse(""))
                .param("kind", wanted.kind().map(PeopleQuestion.Kind::code).orElse(""))
                .param("after", wanted.after())
                .param("most", wanted.most())
                .query((row, n) -> {
                    DeskTask task = DeskTask.of(row, n);
                    String taker = row.getString("taker");
                    return new Desk.Waiting(
                            task,
                            row.getString("file_name"),
                            JSON.readValue(row.getString("fields"), NAMES),
                            task.takenByOther(person, now).map(other -> taker));
                })
                .list();
    }

    /** How many of each kind wait for a person. */
    Map<String, Integer> counts(JdbcClient db, long person, Collection<String> names) {
        Map<String, Integer> counts = new TreeMap<>();
        db.sql("select t.kind, count(*) as n from desk_task t where " + FOR_THEM + " group by t.kind")
                .param("names", names)
                .param("person", person)
                .query(row -> {
                    counts.put(row.getString("kind"), row.getInt("n"));
                });
        return counts;
    }

    /** Tasks at which a time has come, a hundred at once. */
    List<DeskTask> due(JdbcClient db, String column, long now) {
        String marked = column.equals("due_at") ? " and overdue_at is null" : "";
        return db.sql("select * from desk_task where state = 'open' and " + column + " > 0 and " + column + " <= ?"
                        + marked + " order by id limit 100")
                .param(now)
                .query(DeskTask::of)
                .list();
    }

    /** Marks that a time has been seen to; a time that is over is kept as a negative one. */
    void seenTo(JdbcClient db, long task, String column) {
        db.sql(
                        column.equals("due_at")
                                ? "update desk_task set overdue_at = ? where id = ?"
                                : "update desk_task set " + column + " = -? where id = ?")
                .params(clock.millis(), task)
                .update();
    }
}
