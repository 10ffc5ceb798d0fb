package lectomen.service.effect;

import java.time.Duration;
import java.time.Instant;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Effects that come after those of earlier steps of the same run: they rest until all of them are proved. */
public final class EffectOrder {
    /** How often one that rests is looked at all the same. */
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(30);

    private EffectOrder() {}

    /** Whether effects of earlier steps are not proved yet. */
    static boolean hasUnprovedBefore(JdbcClient db, Effect effect) {
        return !db.sql("""
                        select 1 from effect
                        where job_id = ? and generation = ? and step < ? and step > 0 and state <> 'done' limit 1
                        """)
                .params(effect.jobId(), effect.generation(), effect.step())
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    /** Lets an effect rest until {@link #wakePostponed}. */
    static void postpone(JdbcClient db, Effect effect, Instant now) {
        db.sql("update effect set next_try_at = ?, reason_code = null where id = ? and state = 'intended'")
                .params(now.plus(BETWEEN_LOOKS).toEpochMilli(), effect.id())
                .update();
    }

    /** What rests of a job's present run is due again. @return whether anything is */
    public static boolean wakePostponed(JdbcClient db, Job job) {
        return db.sql("""
                        update effect set next_try_at = 0
                        where job_id = ? and generation = ? and state = 'intended' and next_try_at > 0
                          and reason_code is null
                        """).params(job.id(), job.generation()).update() > 0;
    }
}
