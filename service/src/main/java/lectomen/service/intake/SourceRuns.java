package lectomen.service.intake;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.engine.schedule.RunTimes;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The runs of sources that collect: when one is due, what it took, and those that were missed. Each is written down when it
 * begins, so that one which an ending of the service cut short goes on. Safe for several threads.
 */
public final class SourceRuns {
    /** A run that begins later than this after its time was missed meanwhile, and is made up for or not. */
    private static final Duration LATE = Duration.ofMinutes(2);

    private static final int MOST_SHOWN = 100;

    private final Store store;
    private final Ledger ledger;
    private final ZoneId zone;
    private final WorkCalendar calendar;
    private final InstantSource clock;

    public SourceRuns(Store store, Ledger ledger, ZoneId zone, WorkCalendar calendar, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.zone = zone;
        this.calendar = calendar;
        this.clock = clock;
        underWay.addAll(store.read(db -> db.sql("select source_id from source_run where ended_at is null")
                .query(Long.class)
                .list()));
    }

    /** Why there is a run. */
    public enum Cause {
        DUE,
        CAUGHT_UP,
        MISSED,
        ASKED_FOR;

        String code() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }

        static Cause ofCode(String code) {
            return valueOf(code.toUpperCase(Locale.ROOT).replace(' ', '_'));
        }
    }

    /**
     * A run.
     *
     * @param principal who asked for it, or the service
     * @param ended empty while it is under way
     * @param taken how many files it took
     */
    public record Run(
            long id,
            long source,
            Instant due,
            Cause cause,
            String principal,
            Instant began,
            Optional<Instant> ended,
            int taken) {}

    private record Known(String times, Instant until) {}

    /** Sources with a run under way, so that a look at any other asks the store nothing. */
    private final Set<Long> underWay = ConcurrentHashMap.newKeySet();

    private final Map<Long, Known> known = new ConcurrentHashMap<>();

    /** The run that is under way, or that begins now since its time has come; empty for neither. */
    Optional<Run> findCurrent(long source, RunTimes times) {
        return findUnderWay(source).or(() -> beginDue(source, times));
    }

    Optional<Run> findUnderWay(long source) {
        return underWay.contains(source)
                ? query(source, "and ended_at is null order by id limit 1").stream()
                        .findFirst()
                : Optional.empty();
    }

    private Optional<Run> beginDue(long source, RunTimes times) {
        Instant now = clock.instant();
        Optional<Instant> due = times.last(knownUntil(source, times, now), now, zone, calendar);
        if (due.isEmpty()) {
            return Optional.empty();
        }
        boolean late = Duration.between(due.get(), now).compareTo(LATE) > 0;
        Cause cause = late ? times.catchUp() ? Cause.CAUGHT_UP : Cause.MISSED : Cause.DUE;
        store.write(db -> {
            db.sql("update source_schedule set known_until = ? where source_id = ?")
                    .params(due.get().toEpochMilli(), source)
                    .update();
            return begin(db, source, due.get(), cause, "service", now);
        });
        known.put(source, new Known(times.words(), due.get()));
        if (cause != Cause.MISSED) {
            underWay.add(source);
        }
        return findUnderWay(source);
    }

    private long begin(JdbcClient db, long source, Instant due, Cause cause, String principal, Instant now) {
        ledger.append(db, principal, "source.run", "source:" + source, "cause", cause.code(), "due", due.toString());
        return db.sql("""
                        insert into source_run (source_id, due_at, cause, principal, began_at, ended_at)
                        values (?, ?, ?, ?, ?, ?) returning id
                        """)
                .param(source)
                .param(due.toEpochMilli())
                .param(cause.code())
                .param(principal)
                .param(now.toEpochMilli())
                .param(cause == Cause.MISSED ? now.toEpochMilli() : null)
                .query(Long.class)
                .single();
    }

    /** Up to when runs are accounted for; from now on, where the times are new. */
    private Instant knownUntil(long source, RunTimes times, Instant now) {
        Known last = known.computeIfAbsent(source, key -> stored(key).orElse(new Known("", now)));
        if (last.times().equals(times.words())) {
            return last.until();
        }
        known.put(source, new Known(times.words(), now));
        store.write(
                db -> db.sql("insert or replace into source_schedule (source_id, times, known_until) values (?, ?, ?)")
                        .params(source, times.words(), now.toEpochMilli())
                        .update());
        return now;
    }

    private Optional<Known> stored(long source) {
        return store.read(db -> db.sql("select times, known_until from source_schedule where source_id = ?")
                .param(source)
                .query((row, n) -> new Known(row.getString("times"), Instant.ofEpochMilli(row.getLong("known_until"))))
                .optional());
    }

    /** When the next run is due; empty when that is more than a year ahead. */
    Optional<Instant> findNext(RunTimes times) {
        return times.next(clock.instant(), zone, calendar);
    }

    /** Begins a run now, unless one is under way. */
    public Run askFor(long source, String principal) {
        return findUnderWay(source).orElseGet(() -> {
            Instant now = clock.instant();
            long id = store.write(db -> begin(db, source, now, Cause.ASKED_FOR, principal, now));
            underWay.add(source);
            return query(source, "and id = " + id).get(0);
        });
    }

    void took(Run run, int files) {
        store.write(db -> db.sql("update source_run set taken = taken + ? where id = ?")
                .params(files, run.id())
                .update());
    }

    void end(Run run) {
        store.write(db -> db.sql("update source_run set ended_at = ? where id = ?")
                .params(clock.millis(), run.id())
                .update());
        underWay.remove(run.source());
    }

    /** The last runs of a source, the newest first. */
    public List<Run> last(long source) {
        return query(source, "order by id desc limit " + MOST_SHOWN);
    }

    private List<Run> query(long source, String which) {
        return store.read(db -> db.sql("select * from source_run where source_id = ? " + which)
                .param(source)
                .query((row, n) -> {
                    long ended = row.getLong("ended_at");
                    Optional<Instant> endedAt =
                            row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(ended));
                    return new Run(
                            row.getLong("id"),
                            row.getLong("source_id"),
                            Instant.ofEpochMilli(row.getLong("due_at")),
                            Cause.ofCode(row.getString("cause")),
                            row.getString("principal"),
                            Instant.ofEpochMilli(row.getLong("began_at")),
                            endedAt,
                            row.getInt("taken"));
                })
                .list());
    }
}
