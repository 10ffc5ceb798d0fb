package lectomen.service.intake;

import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import java.util.function.UnaryOperator;
import lectomen.engine.reason.Reason;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;

/**
 * Whether files are taken out of hot folders at all. A pause outlives the service. What was taken goes on, and files that people
 * upload are taken still. Safe for several threads.
 */
public final class IntakeSwitch {
    private static final String SUBJECT = "intake";

    private record Pause(String who, Instant since) {}

    private final Store store;
    private final Ledger ledger;
    private final UnaryOperator<String> nameOf;
    private final InstantSource clock;
    private volatile Optional<Pause> pause;

    /** @param nameOf the name of a principal, for the reason that people read */
    public IntakeSwitch(Store store, Ledger ledger, UnaryOperator<String> nameOf, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.nameOf = nameOf;
        this.clock = clock;
        this.pause = store.read(db -> db.sql("select principal, at from intake_pause")
                .query((row, n) -> new Pause(row.getString("principal"), Instant.ofEpochMilli(row.getLong("at"))))
                .optional());
    }

    /** Why nothing is taken; empty while files are. */
    public Optional<Reason> findPaused() {
        return pause.map(now -> Reason.of(
                "intake.paused",
                "who",
                nameOf.apply(now.who()),
                "since",
                now.since().truncatedTo(ChronoUnit.SECONDS).toString()));
    }

    /** Takes nothing more, unless that is so already. */
    public synchronized void pause(String principal) {
        if (pause.isEmpty()) {
            Pause now = new Pause(principal, clock.instant());
            store.write(db -> {
                ledger.append(db, principal, "intake.paused", SUBJECT);
                return db.sql("insert into intake_pause (principal, at) values (?, ?)")
                        .params(principal, now.since().toEpochMilli())
                        .update();
            });
            pause = Optional.of(now);
        }
    }

    /** Takes files again. */
    public synchronized void resume(String principal) {
        if (pause.isPresent()) {
            store.write(db -> {
                ledger.append(db, principal, "intake.resumed", SUBJECT);
                return db.sql("delete from intake_pause").update();
            });
            pause = Optional.empty();
        }
    }
}
