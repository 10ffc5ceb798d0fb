package lectomen.service.intake;

import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import lectomen.engine.reason.Reason;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;

/** Sources that are paused. A pause outlives the service. Safe for several threads. */
public final class SourcePauses {
    private record Pause(String who, Instant since) {}

    private final Store store;
    private final Ledger ledger;
    private final UnaryOperator<String> nameOf;
    private final InstantSource clock;
    private final Map<Long, Pause> pauses = new ConcurrentHashMap<>();

    /** @param nameOf the name of a principal, for the reason that people read */
    public SourcePauses(Store store, Ledger ledger, UnaryOperator<String> nameOf, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.nameOf = nameOf;
        this.clock = clock;
        store.read(db -> {
            db.sql("select * from source_pause").query(row -> {
                Pause pause = new Pause(row.getString("principal"), Instant.ofEpochMilli(row.getLong("at")));
                pauses.put(row.getLong("source_id"), pause);
            });
            return pauses;
        });
    }

    /** Why nothing is taken from there; empty while files are. */
    public Optional<Reason> findPaused(long source) {
        return Optional.ofNullable(pauses.get(source))
                .map(now -> Reason.of(
                        "source.paused",
                        "who",
                        nameOf.apply(now.who()),
                        "since",
                        now.since().truncatedTo(ChronoUnit.SECONDS).toString()));
    }

    /** Takes nothing more from there, unless that is so already. */
    public synchronized void pause(long source, String principal) {
        if (pauses.containsKey(source)) {
            return;
        }
        Pause now = new Pause(principal, clock.instant());
        store.write(db -> {
            ledger.append(db, principal, "source.paused", "source:" + source);
            return db.sql("insert into source_pause (source_id, principal, at) values (?, ?, ?)")
                    .params(source, principal, now.since().toEpochMilli())
                    .update();
        });
        pauses.put(source, now);
    }

    /** Takes files from there again. */
    public synchronized void resume(long source, String principal) {
        if (!pauses.containsKey(source)) {
            return;
        }
        store.write(db -> {
            ledger.append(db, principal, "source.resumed", "source:" + source);
            return db.sql("delete from source_pause where source_id = ?")
                    .param(source)
                    .update();
        });
        pauses.remove(source);
    }
}
