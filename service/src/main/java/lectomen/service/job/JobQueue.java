package lectomen.service.job;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongToIntFunction;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The order in which waiting jobs get their turn. The highest priority comes first. Among equals the sources take turns, so
 * that ten thousand files in one folder keep no other folder waiting; within a source, jobs go in the order of their numbers.
 *
 * <p>The cost is one short look into an index for each source that has waiting jobs, however many wait there.
 */
final class JobQueue {
    /** No pause is that long: a next try so far ahead was written before the clock was set back, and is due. */
    private static final Duration CLOCK_WAS_SET_BACK = Duration.ofMinutes(5);

    private record Candidate(String id, int priority) {}

    private final Map<Long, Long> lastServed = new HashMap<>();
    private long served;

    /**
     * The ids of the next jobs, at most so many, in their turn. Only for the store's writing thread.
     *
     * @param mostOf how many of a source at most
     */
    List<String> next(JdbcClient db, long now, int most, LongToIntFunction mostOf) {
        Map<Long, Deque<Candidate>> waiting = new HashMap<>();
        for (long source : sources(db)) {
            List<Candidate> first = first(db, source, now, Math.min(most, mostOf.applyAsInt(source)));
            if (!first.isEmpty()) {
                waiting.put(source, new ArrayDeque<>(first));
            }
        }
        List<String> next = new ArrayList<>();
        while (next.size() < most) {
            Optional<Map.Entry<Long, Deque<Candidate>>> whose = waiting.entrySet().stream()
                    .filter(entry -> !entry.getValue().isEmpty())
                    .min(Comparator.comparingInt((Map.Entry<Long, Deque<Candidate>> entry) ->
                                    -entry.getValue().element().priority())
                            .thenComparing(entry -> lastServed.getOrDefault(entry.getKey(), 0L)));
            if (whose.isEmpty()) {
                return next;
            }
            next.add(whose.get().getValue().remove().id());
            lastServed.put(whose.get().getKey(), ++served);
        }
        return next;
    }

    /** The sources that have jobs waiting for their turn, each found by one step through the index. */
    static final String SOURCES = """
            with recursive one(id) as (
                select min(source_id) from job indexed by job_by_turn
                where state = 'waiting' and waits_for = 'turn' and awaits_rule = 0
                union all
                select (select min(source_id) from job indexed by job_by_turn
                        where state = 'waiting' and waits_for = 'turn' and awaits_rule = 0 and source_id > one.id)
                from one where one.id is not null)
            select id from one where id is not null
            """;

    private static List<Long> sources(JdbcClient db) {
        return db.sql(SOURCES).query(Long.class).list();
    }

    private static List<Candidate> first(JdbcClient db, long source, long now, int most) {
        return db.sql("""
                        select id, priority from job indexed by job_by_turn
                        where state = 'waiting' and waits_for = 'turn' and awaits_rule = 0 and source_id = :source
                          and main_sha256 is not null
                          and (next_try_at is null or next_try_at <= :now or next_try_at > :latest)
                        order by priority desc, number limit :most
                        """)
                .param("source", source)
                .param("now", now)
                .param("latest", now + CLOCK_WAS_SET_BACK.toMillis())
                .param("most", most)
                .query((row, n) -> new Candidate(row.getString("id"), row.getInt("priority")))
                .list();
    }
}
