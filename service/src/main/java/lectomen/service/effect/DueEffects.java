package lectomen.service.effect;

import java.time.Duration;
import java.util.List;
import java.util.Set;
import lectomen.engine.reason.Reason;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** When effects are carried out: which are due, and which are kept back. */
public final class DueEffects {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** No pause is that long: a next try so far ahead was written before the clock was set back, and is due. */
    private static final Duration CLOCK_WAS_SET_BACK = Duration.ofMinutes(5);

    private DueEffects() {}

    /** An effect whose time has come. */
    record Due(String id, String connection) {}

    /**
     * The effects whose time has come, oldest first, without those that an earlier one on the same document keeps back. One
     * that may take the place of an earlier document also waits for what came in before and is not planned yet.
     *
     * @param busy connections that take no more at present
     */
    static List<Due> find(JdbcClient db, Set<String> busy, int most, long now) {
        String notBusy = busy.isEmpty() ? "" : " and connection not in (:busy)";
        return db.sql("""
                        select id, connection from effect e
                        where state in ('intended', 'acting') and on_hold = 0
                          and (next_try_at <= :now or next_try_at > :latest)
                        """ + notBusy + """
                          and not exists (
                              select 1 from effect earlier
                              where earlier.document_key = e.document_key and earlier.arrival_seq < e.arrival_seq
                                and earlier.state in ('held', 'intended', 'acting', 'in doubt'))
                          and (e.by_document = 0 or e.arrival_seq <= coalesce((
                              select min(j.arrival_seq) from job j
                              where j.state in ('working', 'waiting') and (j.state = 'working' or j.waits_for = 'turn')
                                and not exists (
                                    select 1 from effect planned
                                    where planned.job_id = j.id and planned.generation = j.generation)),
                              e.arrival_seq))
                        order by arrival_seq, created_at limit :most
                        """)
                .param("now", now)
                .param("latest", now + CLOCK_WAS_SET_BACK.toMillis())
                .param("busy", busy.isEmpty() ? List.of("") : busy)
                .param("most", most)
                .query((row, n) -> new Due(row.getString("id"), row.getString("connection")))
                .list();
    }

    /** Makes everything that waits for such a reason due at once. */
    public static void wakeWaitingFor(JdbcClient db, String reasonCode) {
        db.sql("update effect set next_try_at = 0 where state = 'intended' and reason_code = ?")
                .param(reasonCode)
                .update();
    }

    /** Makes everything that waits for the connection due at once: it is back. */
    static int wake(JdbcClient db, String connection) {
        return db.sql("""
                        update effect set next_try_at = 0
                        where state = 'intended' and connection = ? and next_try_at > 0
                        """).param(connection).update();
    }

    /** Keeps an effect that was not begun from being due. @return false, and nothing changed, where it was begun or has ended */
    public static boolean keepBack(JdbcClient db, String effectId, Reason reason) {
        int kept = db.sql("""
                        update effect set on_hold = 1, reason_code = ? where id = ? and state in ('intended', 'held')
                          and not exists (select 1 from effect_words w where w.effect_id = effect.id and w.place is not null)
                        """).params(reason.code(), effectId).update();
        if (kept > 0) {
            db.sql("update effect_words set reason_parameters = ? where effect_id = ?")
                    .params(JSON.writeValueAsString(reason.parameters()), effectId)
                    .update();
        }
        return kept > 0;
    }

    /** Lets an effect go that was kept back. */
    public static void letGo(JdbcClient db, String effectId) {
        db.sql("update effect set on_hold = 0, next_try_at = 0, reason_code = null where id = ?")
                .param(effectId)
                .update();
    }

    public static void makeDue(JdbcClient db, String jobId) {
        db.sql("update effect set next_try_at = 0 where state = 'intended' and job_id = ?")
                .param(jobId)
                .update();
    }

    /** Holds what of a job is not begun, or lets it go on. */
    public static void hold(JdbcClient db, String jobId, boolean hold) {
        db.sql("update effect set state = :to, next_try_at = 0 where state = :from and job_id = :job")
                .param("to", hold ? "held" : "intended")
                .param("from", hold ? "intended" : "held")
                .param("job", jobId)
                .update();
    }
}
