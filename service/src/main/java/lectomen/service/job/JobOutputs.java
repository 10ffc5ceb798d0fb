package lectomen.service.job;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Outcome;
import lectomen.engine.step.KeptText;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The outputs of a job's steps, as stored. {@code main} is what came in until a step has made another of
 * it; what came in is {@code original} from then on.
 */
public final class JobOutputs {
    private static final String MAIN = "main";
    private static final String ORIGINAL = "original";

    private JobOutputs() {}

    /**
     * Keeps what goes on from an outcome: what is filed, and what has a name of its own. An output that a later step changed again has
     * the number of the effect that files it behind its name.
     *
     * @param handedOver outputs that go on to another rule
     */
    public static void keep(JdbcClient db, Job job, Outcome outcome, Set<String> handedOver, long now) {
        boolean waits = outcome.findWait().isPresent();
        Map<String, StepOutput> last = new HashMap<>();
        for (StepResult step : outcome.steps()) {
            step.findMade()
                    .filter(made -> waits || !made.output().equals(MAIN) || handedOver.contains(MAIN))
                    .ifPresent(made -> last.put(made.output(), made));
        }
        List<PlannedEffect> effects = outcome.goesWell() ? outcome.effects() : List.of();
        for (PlannedEffect effect : effects) {
            effect.products().stream()
                    .filter(product -> product.output().equals(MAIN))
                    .forEach(product -> last.put(MAIN, product));
        }
        if (last.containsKey(MAIN)) {
            StepOutput original = new StepOutput(
                    ORIGINAL,
                    job.original().orElseThrow().sha256(),
                    job.original().orElseThrow().size(),
                    job.type());
            keep(db, job, ORIGINAL, original, now);
        }
        outcome.findWait().ifPresent(wait -> wait.plan()
                .texts()
                .forEach(text -> last.put(text.stored().output(), text.stored())));
        last.forEach((name, product) -> keep(db, job, name, product, now));
        for (PlannedEffect effect : effects) {
            effect.products().stream()
                    .filter(product -> !product.equals(last.get(product.output())))
                    .forEach(product -> keep(db, job, product.output() + "-" + effect.step(), product, now));
        }
    }

    /** Forgets what was recognised before the plan of a job's present run went on. */
    public static void dropTexts(JdbcClient db, Job job) {
        List<String> names = db.sql("select name from output where job_id = ? and generation = ? and name like ?")
                .params(job.id(), job.generation(), KeptText.NAME + "%")
                .query(String.class)
                .list();
        for (String name : names) {
            noLongerUse(db, job.id(), name, job.generation());
            db.sql("delete from output where job_id = ? and generation = ? and name = ?")
                    .params(job.id(), job.generation(), name)
                    .update();
        }
    }

    private static void keep(JdbcClient db, Job job, String name, StepOutput product, long now) {
        boolean isOriginal =
                product.sha256().equals(job.original().orElseThrow().sha256());
        int before = db.sql(
                        "select count(*) from output where job_id = ? and name = ? and generation = ? and sha256 = ?")
                .params(job.id(), name, job.generation(), product.sha256())
                .query(Integer.class)
                .single();
        if (before > 0) {
            return;
        }
        if (!isOriginal) {
            ByteStore.use(db, new ByteRef(product.sha256(), product.size()), now);
        }
        noLongerUse(db, job.id(), name, job.generation());
        db.sql("""
                        insert into output (job_id, name, generation, sha256, size, type) values (?, ?, ?, ?, ?, ?)
                        on conflict (job_id, name, generation)
                        do update set sha256 = excluded.sha256, size = excluded.size, type = excluded.type
                        """)
                .params(
                        job.id(),
                        name,
                        job.generation(),
                        product.sha256(),
                        product.size(),
                        product.type().name())
                .update();
    }

    /** The name of the row whose bytes an effect files. */
    public static String rowOf(JdbcClient db, Job job, PlannedEffect effect) {
        Optional<StepOutput> product = effect.findProduct();
        if (product.isEmpty()) {
            return original(db, job.id(), job.generation());
        }
        String own = product.get().output() + "-" + effect.step();
        List<String> names = db.sql("""
                        select name from output
                        where job_id = ? and generation = ? and sha256 = ? and name in (?, ?) order by length(name)
                        """)
                .params(
                        job.id(),
                        job.generation(),
                        product.get().sha256(),
                        product.get().output(),
                        own)
                .query(String.class)
                .list();
        return names.isEmpty() ? MAIN : names.get(0);
    }

    /** What the present run of a job made under a name; empty where it made none. */
    public static Optional<StepOutput> find(JdbcClient db, Job job, String name) {
        String row = name.equals(ORIGINAL) ? original(db, job.id(), job.generation()) : name;
        return db.sql("select sha256, size, type from output where job_id = ? and generation = ? and name = ?")
                .params(job.id(), job.generation(), row)
                .query((found, index) -> new StepOutput(
                        name,
                        found.getString("sha256"),
                        found.getLong("size"),
                        FileType.valueOf(found.getString("type"))))
                .optional();
    }

    /** The name of the row of what came in. */
    public static String original(JdbcClient db, String job, int generation) {
        int rows = db.sql("select count(*) from output where job_id = ? and generation = ? and name = 'original'")
                .params(job, generation)
                .query(Integer.class)
                .single();
        return rows > 0 ? ORIGINAL : MAIN;
    }

    /** Counts all that was made for the job as no longer used by it; what is the same as the original never counted. */
    static void noLongerUse(JdbcClient db, String job) {
        noLongerUse(db, job, "", 0);
    }

    private static void noLongerUse(JdbcClient db, String job, String name, int generation) {
        db.sql("""
                        with made as (
                            select o.sha256 from output o join job j on j.id = o.job_id
                            where o.job_id = :job and o.sha256 <> j.main_sha256
                                and (:name = '' or (o.name = :name and o.generation = :generation)))
                        update bytes
                        set uses = max(0, uses - (select count(*) from made where made.sha256 = bytes.sha256))
                        where uses > 0 and sha256 in (select sha256 from made)
                        """)
                .param("job", job)
                .param("name", name)
                .param("generation", generation)
                .update();
    }
}
