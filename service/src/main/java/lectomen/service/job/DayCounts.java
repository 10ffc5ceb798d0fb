package lectomen.service.job;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.service.store.Store;

/**
 * The jobs that came in on a day, by rule and current state. Counting a day takes a step for each of its jobs, so the result is
 * kept for a time that grows with what it took. Safe for several threads.
 */
public final class DayCounts {
    private static final Duration PAST_DAY_KEPT = Duration.ofMinutes(5);
    private static final long TODAY_KEPT_PER_COST = 10;

    /**
     * Some jobs of a day.
     *
     * @param rule empty for those that no rule took
     * @param forDestination whether they wait for a destination rather than for a worker
     */
    public record Of(String rule, JobState state, boolean forDestination, long count) {}

    private record Counted(List<Of> counts, long untilNanos) {}

    private final Store store;
    private final InstantSource clock;
    private final Map<LocalDate, Counted> known = new ConcurrentHashMap<>();

    public DayCounts(Store store, InstantSource clock) {
        this.store = store;
        this.clock = clock;
    }

    public LocalDate today(ZoneId zone) {
        return clock.instant().atZone(zone).toLocalDate();
    }

    /** The counts of the jobs that came in on a day of a zone. */
    public List<Of> of(LocalDate day, ZoneId zone) {
        Counted counted = known.get(day);
        if (counted != null && counted.untilNanos() - System.nanoTime() > 0) {
            return counted.counts();
        }
        Instant from = day.atStartOfDay(zone).toInstant();
        Instant to = day.plusDays(1).atStartOfDay(zone).toInstant();
        long began = System.nanoTime();
        List<Of> counts = count(from, to);
        long took = System.nanoTime() - began;
        boolean past = day.isBefore(today(zone));
        long keptNanos = past ? PAST_DAY_KEPT.toNanos() : took * TODAY_KEPT_PER_COST;
        known.put(day, new Counted(counts, System.nanoTime() + keptNanos));
        return counts;
    }

    private List<Of> count(Instant from, Instant to) {
        return new ArrayList<>(store.read(db -> db.sql("""
                        select coalesce(rule_id, '') as rule, state, waits_for, count(*) as count
                        from job indexed by job_by_creation where created_at >= ? and created_at < ? group by 1, 2, 3
                        """)
                .params(from.toEpochMilli(), to.toEpochMilli())
                .query((row, n) -> new Of(
                        row.getString("rule"),
                        JobState.findByCode(row.getString("state")).orElseThrow(),
                        row.getString("waits_for").equals("destination"),
                        row.getLong("count")))
                .list()));
    }
}
