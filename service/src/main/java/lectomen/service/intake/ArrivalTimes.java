package lectomen.service.intake;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import lectomen.service.store.Store;

/** When files came into the hot folders, by part of the day. */
public final class ArrivalTimes {
    /** How long a stretch is. */
    public static final int STRETCH_MINUTES = 10;

    private static final long STRETCH_MILLIS =
            Duration.ofMinutes(STRETCH_MINUTES).toMillis();

    private final Store store;
    private final HotFolders folders;
    private final InstantSource clock;

    public ArrivalTimes(Store store, HotFolders folders, InstantSource clock) {
        this.store = store;
        this.folders = folders;
        this.clock = clock;
    }

    /** @param counts by stretch, up to now */
    public record OfFolder(String folder, int total, List<Integer> counts) {}

    public Instant now() {
        return clock.instant();
    }

    /** What came into each watched folder since a time. */
    public List<OfFolder> since(Instant began) {
        int stretches = (int) Math.max(1, (clock.millis() - began.toEpochMilli()) / STRETCH_MILLIS + 1);
        return folders.status().stream()
                .map(status -> ofFolder(status.folder(), began, stretches))
                .toList();
    }

    private OfFolder ofFolder(String folder, Instant began, int stretches) {
        List<Integer> counts = new ArrayList<>(Collections.nCopies(stretches, 0));
        store.read(db -> {
            db.sql("""
                            select (a.arrived_at - :began) / :stretch as stretch, count(*) as count
                            from arrival a join source s on s.id = a.source_id
                            where s.folder = :folder and a.arrived_at >= :began and a.seq > coalesce((
                                select b.seq from arrival b where b.source_id = s.id and b.arrived_at < :began
                                order by b.source_id desc, b.seq desc limit 1), 0)
                            group by 1
                            """)
                    .param("began", began.toEpochMilli())
                    .param("stretch", STRETCH_MILLIS)
                    .param("folder", folder)
                    .query(row -> {
                        int at = Math.min(Math.max(row.getInt("stretch"), 0), stretches - 1);
                        counts.set(at, counts.get(at) + row.getInt("count"));
                    });
            return counts;
        });
        return new OfFolder(folder, counts.stream().mapToInt(Integer::intValue).sum(), counts);
    }
}
