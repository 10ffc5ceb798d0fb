package lectomen.service.job;

import java.sql.SQLException;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import lectomen.service.store.Store;

/**
 * How many jobs there are of each rule in each state. Among a million jobs counting takes a while, so that a count is used
 * again while nothing changed, and else for twenty times as long as it took.
 */
public final class JobCounts {
    private static final int WORTH = 20;

    /** @param rule empty for jobs that no rule has taken */
    public record Of(JobState state, Optional<String> rule) {}

    private record Counted(Map<Of, Long> counts, long changes, long atNanos, long tookNanos) {}

    private final Store store;
    private final AtomicLong changes = new AtomicLong();
    private volatile Counted last = new Counted(Map.of(), -1, System.nanoTime(), 0);

    JobCounts(Store store) {
        this.store = store;
    }

    /** Says that a job was made or moved. */
    void changed() {
        changes.incrementAndGet();
    }

    Map<Of, Long> all() {
        Counted known = last;
        boolean same = known.changes() == changes.get();
        boolean young = System.nanoTime() - known.atNanos() < known.tookNanos() * WORTH;
        if (!same && !young) {
            known = count();
            last = known;
        }
        return known.counts();
    }

    Map<JobState, Long> byState() {
        Map<JobState, Long> states = new TreeMap<>();
        all().forEach((of, jobs) -> states.merge(of.state(), jobs, Long::sum));
        return states;
    }

    private Counted count() {
        long seen = changes.get();
        long began = System.nanoTime();
        Map<Of, Long> counts = new ConcurrentHashMap<>();
        store.read(db -> {
            db.sql("select state, rule_id, count(*) as jobs from job indexed by job_by_state group by state, rule_id")
                    .query(row -> {
                        Optional<String> rule = Optional.ofNullable(row.getString("rule_id"));
                        JobState state = JobState.findByCode(row.getString("state"))
                                .orElseThrow(
                                        () -> new SQLException("A job has a state that this version does not know"));
                        counts.put(new Of(state, rule), row.getLong("jobs"));
                    });
            return counts;
        });
        return new Counted(Map.copyOf(counts), seen, began, System.nanoTime() - began);
    }
}
