package lectomen.service.plan;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import lectomen.engine.plan.PlanJson;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.step.StepWait;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.store.ErasableColumns;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The stored plans: those that wait, and those that go on in their job's turn. A plan that ran to its end is not kept. */
public final class Plans {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "plan_words", List.of("record"), ErasableColumns.Subject.JOB, "delete from plan_words where job_id = ?"));

    private static final String SELECT = """
            select w.record from plan p join plan_words w on w.job_id = p.job_id and w.generation = p.generation
            where p.job_id = ?
            """;

    /** Begins with the few plans that wait for a time, whatever their number is guessed to be: there may be many jobs. */
    static final String DUE = """
            select p.job_id from plan p indexed by plan_by_time
            cross join job j on j.id = p.job_id and j.generation = p.generation
            where p.waits_for = 'time' and p.until <= ? and j.state = 'waiting' and j.waits_for = 'time'
            limit 100
            """;

    private final Jobs jobs;

    public Plans(Jobs jobs) {
        this.jobs = jobs;
    }

    /** Has a plan of a job's present run wait. The job itself waits once the effects so far are proved. */
    void letWait(JdbcClient db, Job job, PlanRecord plan, StepWait wait) {
        put(db, job, plan, Optional.of(wait));
    }

    /** Has a plan go on in its job's turn. */
    void goOn(JdbcClient db, Job job, PlanRecord plan) {
        put(db, job, plan, Optional.empty());
    }

    private static void put(JdbcClient db, Job job, PlanRecord plan, Optional<StepWait> wait) {
        String cursor = plan.cursor().stream().map(String::valueOf).collect(Collectors.joining("."));
        db.sql("""
                        insert or replace into plan (job_id, generation, form, cursor, waits_for, until)
                        values (?, ?, ?, ?, ?, ?)
                        """)
                .param(job.id())
                .param(job.generation())
                .param(plan.form())
                .param(cursor)
                .param(wait.map(one -> one.what().code()).orElse(null))
                .param(wait.flatMap(StepWait::findUntil)
                        .map(until -> until.toEpochMilli())
                        .orElse(null))
                .update();
        db.sql("insert or replace into plan_words (job_id, generation, record) values (?, ?, ?)")
                .params(job.id(), job.generation(), PlanJson.write(plan))
                .update();
    }

    /** The plan of a job's present run ran to its end. */
    public void ended(JdbcClient db, Job job) {
        int had = db.sql("delete from plan where job_id = ? and generation = ?")
                .params(job.id(), job.generation())
                .update();
        if (had > 0) {
            db.sql("delete from plan_words where job_id = ? and generation = ?")
                    .params(job.id(), job.generation())
                    .update();
        }
    }

    /** The plan that a job goes on with; of a part that starts again, from its beginning. */
    public Optional<PlanRecord> findToGoOn(JdbcClient db, Job job) {
        if (job.wantedRule().isPresent() || job.byHand().isPresent()) {
            return Optional.empty();
        }
        return find(db, job)
                .or(() -> job.partOf().isEmpty()
                        ? Optional.empty()
                        : db.sql(SELECT + " and p.generation < ? order by p.generation desc limit 1")
                                .params(job.id(), job.generation())
                                .query(String.class)
                                .optional()
                                .map(record -> PlanJson.read(record).fromStart()));
    }

    /** The plan of a job's present run, whether it waits or goes on. */
    public Optional<PlanRecord> find(JdbcClient db, Job job) {
        return db.sql(SELECT + " and p.generation = ?")
                .params(job.id(), job.generation())
                .query(String.class)
                .optional()
                .map(PlanJson::read);
    }

    /** What the plan of a job's present run waits for; empty where it has none, or goes on. */
    public Optional<StepWait> findWait(JdbcClient db, Job job) {
        return db
                .sql(SELECT + " and p.generation = ? and p.waits_for is not null")
                .params(job.id(), job.generation())
                .query(String.class)
                .list()
                .stream()
                .findFirst()
                .map(PlanJson::read)
                .flatMap(PlanRecord::findWait);
    }

    /** Whether the present run of a job has a plan that goes on, so that a worker is to have it. */
    public boolean goesOn(JdbcClient db, Job job) {
        return db.sql("select count(*) from plan where job_id = ? and generation = ? and waits_for is null")
                        .params(job.id(), job.generation())
                        .query(Integer.class)
                        .single()
                > 0;
    }

    /** Gives the jobs whose plans wait for a time that has come their turn; says how many. */
    public int wakeDue(JdbcClient db, long now) {
        List<String> due = db.sql(DUE).param(now).query(String.class).list();
        for (String id : due) {
            Job job = jobs.find(db, id).orElseThrow();
            goOn(db, job, find(db, job).orElseThrow());
            jobs.move(db, job, JobMove.to(JobState.WAITING), "service");
        }
        return due.size();
    }
}
