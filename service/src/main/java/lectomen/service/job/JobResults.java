package lectomen.service.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.Outcome;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The results of a job: its steps and its fields. Safe for several threads. */
public final class JobResults {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "field_words",
                    List.of("name", "field"),
                    ErasableColumns.Subject.JOB,
                    "delete from field_words where job_id = ?"),
            new ErasableColumns(
                    "step_words",
                    List.of("reasons"),
                    ErasableColumns.Subject.JOB,
                    "delete from step_words where job_id = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<Reason>> REASONS = new TypeReference<>() {};

    /**
     * One step as it went.
     *
     * @param outcome done, failed, or what it waits for
     * @param reasons why it failed, and what it did without
     */
    public record StepRun(
            int generation,
            int attempt,
            int step,
            String word,
            int line,
            String outcome,
            List<Reason> reasons,
            Instant beganAt,
            Instant endedAt) {}

    private final Store store;

    public JobResults(Store store) {
        this.store = store;
    }

    /**
     * Keeps the steps and fields of an outcome, each field as it was found or entered last. Steps that an earlier run of the plan had are kept already.
     *
     * @param earlier fields that were found before the first step
     */
    public void keep(JdbcClient db, Job job, Outcome outcome, List<FieldValue> earlier, Instant beganAt) {
        Map<String, FieldValue> fields = new LinkedHashMap<>();
        earlier.forEach(field -> fields.put(field.name(), field));
        String input = job.original().orElseThrow().sha256();
        Instant began = beganAt;
        for (StepResult step : outcome.steps()) {
            Instant ended = began.plusMillis(step.millis());
            if (!step.reused()) {
                keepStep(db, job, step, input, began, ended);
                began = ended;
            }
            step.fields().forEach(field -> fields.put(field.name(), field));
        }
        int position = 0;
        for (FieldValue field : fields.values()) {
            keepField(db, job, position++, field);
        }
    }

    private static void keepField(JdbcClient db, Job job, int position, FieldValue field) {
        db.sql("insert or replace into field_words (job_id, generation, position, name, field) values (?, ?, ?, ?, ?)")
                .params(job.id(), job.generation(), position, field.name(), JSON.writeValueAsString(field))
                .update();
    }

    private static String outcome(StepResult step) {
        return step.failed().isPresent()
                ? "failed"
                : step.findWait().map(wait -> "waits for " + wait.what().code()).orElse("done");
    }

    private void keepStep(JdbcClient db, Job job, StepResult step, String input, Instant beganAt, Instant endedAt) {
        db.sql("""
                        insert into step_run (job_id, generation, attempt, step, word, line, outcome, reason_code, input_hash,
                                              output_hash, began_at, ended_at)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .param(job.id())
                .param(job.generation())
                .param(job.attempt())
                .param(step.number())
                .param(step.word())
                .param(step.line())
                .param(outcome(step))
                .param(step.failed().map(Reason::code).orElse(null))
                .param(input)
                .param(
                        step.failed().isEmpty()
                                ? step.findMade().map(StepOutput::sha256).orElse(input)
                                : null)
                .param(beganAt.toEpochMilli())
                .param(endedAt.toEpochMilli())
                .update();
        List<Reason> reasons = new ArrayList<>(step.notes());
        step.failed().filter(reason -> !reasons.contains(reason)).ifPresent(reasons::add);
        if (!reasons.isEmpty()) {
            db.sql("insert into step_words (job_id, generation, attempt, step, reasons) values (?, ?, ?, ?, ?)")
                    .params(job.id(), job.generation(), job.attempt(), step.number(), JSON.writeValueAsString(reasons))
                    .update();
        }
    }

    /** All steps of a job, the newest generation last. */
    public List<StepRun> steps(String jobId) {
        return store.read(
                db -> db.sql("""
                        select s.*, w.reasons from step_run s
                        left join step_words w using (job_id, generation, attempt, step)
                        where job_id = ? order by generation, attempt, step
                        """).param(jobId).query(JobResults::stepRun).list());
    }

    private static StepRun stepRun(ResultSet row, int n) throws SQLException {
        String reasons = row.getString("reasons");
        return new StepRun(
                row.getInt("generation"),
                row.getInt("attempt"),
                row.getInt("step"),
                row.getString("word"),
                row.getInt("line"),
                row.getString("outcome"),
                Optional.ofNullable(reasons)
                        .map(text -> JSON.readValue(text, REASONS))
                        .orElse(List.of()),
                Instant.ofEpochMilli(row.getLong("began_at")),
                Instant.ofEpochMilli(row.getLong("ended_at")));
    }

    /** The fields of the job's newest generation, in the order they were found. */
    public List<FieldValue> fields(Job job) {
        return store.read(db -> fields(db, job));
    }

    /** The same, as part of what is done with that connection. */
    public List<FieldValue> fields(JdbcClient db, Job job) {
        return db.sql("select field from field_words where job_id = ? and generation = ? order by position")
                .params(job.id(), job.generation())
                .query((row, n) -> JSON.readValue(row.getString("field"), FieldValue.class))
                .list();
    }
}
