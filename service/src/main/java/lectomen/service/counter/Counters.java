package lectomen.service.counter;

import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.step.file.Filing;
import lectomen.service.job.Job;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Gives out document numbers, each once.
 *
 * <p>A quick number is given when the document's plan is written down. If the document is not filed then, the number is
 * unused, and the ledger says so; the same job gets it again when it is retried. A number of an unbroken counter is given at
 * the moment of filing, and the next one only once that filing has its receipt; a filing that surely put nothing in place gives
 * its number back, so that none is ever missing.
 */
public final class Counters {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "counter_run",
                    List.of("run"),
                    ErasableColumns.Subject.COUNTED_VALUE,
                    "update counter_run set run = 'forgotten ' || rowid where run = ?"),
            new ErasableColumns(
                    "counter_number",
                    List.of("run"),
                    ErasableColumns.Subject.COUNTED_VALUE,
                    "update counter_number set run = 'forgotten ' || id where run = ?"),
            new ErasableColumns(
                    "counter_change",
                    List.of("run", "reason"),
                    ErasableColumns.Subject.COUNTED_VALUE,
                    "update counter_change set run = 'forgotten', reason = '' where run = ?"));

    private final Store store;
    private final Ledger ledger;
    private final ZoneId zone;
    private final InstantSource clock;

    /** @param zone of days */
    public Counters(Store store, Ledger ledger, ZoneId zone, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.zone = zone;
        this.clock = clock;
    }

    /** A number that was given before. */
    private record Given(long id, long number) {}

    /** The filing with all its quick numbers. Call it in the write that records the plan. */
    public Filing withQuickNumbers(JdbcClient db, String job, Filing filing) {
        return withNumbers(
                filing, use -> use.counter().unbroken() ? Optional.empty() : Optional.of(give(db, use, run(use), job)));
    }

    private interface Giver {
        Optional<Long> number(CounterUse use);
    }

    private static Filing withNumbers(Filing filing, Giver giver) {
        Map<String, String> numbers = new TreeMap<>();
        for (CounterUse use : filing.counters()) {
            giver.number(use)
                    .ifPresent(number -> numbers.put(use.slot(), use.counter().text(number)));
        }
        return numbers.isEmpty() ? filing : filing.with(numbers);
    }

    /** The result of asking for the numbers of unbroken counters. */
    public sealed interface Numbered {
        record With(Filing filing) implements Numbered {}

        /** Another document has a number of that counter in hand. */
        record Busy(String counter) implements Numbered {}
    }

    /** The filing with the numbers of its unbroken counters. Call it in a write, right before the filing is carried out. */
    public Numbered withUnbrokenNumbers(JdbcClient db, String job, Filing filing) {
        for (CounterUse use : filing.counters()) {
            if (use.counter().unbroken() && isInHandOfAnother(db, use, job)) {
                return new Numbered.Busy(use.name());
            }
        }
        return new Numbered.With(withNumbers(
                filing,
                use -> use.counter().unbroken() ? Optional.of(give(db, use, run(use), job)) : Optional.empty()));
    }

    private boolean isInHandOfAnother(JdbcClient db, CounterUse use, String job) {
        return !db.sql("""
                        select 1 from counter_number
                        where counter = ? and run = ? and state = 'bound' and job_id <> ? limit 1
                        """)
                .params(use.name(), run(use), job)
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    private String run(CounterUse use) {
        LocalDate today = LocalDate.ofInstant(clock.instant(), zone);
        return use.run().or(() -> use.counter().findRun(Map.of(), today)).orElse("");
    }

    private long give(JdbcClient db, CounterUse use, String run, String job) {
        Optional<Given> before =
                db.sql("""
                        select id, number from counter_number
                        where job_id = ? and counter = ? and (run = ? or state = 'bound')
                        order by state = 'bound' desc, id desc limit 1
                        """).params(job, use.name(), run).query(Given.class).optional();
        if (before.isPresent()) {
            db.sql("update counter_number set state = 'bound' where id = ? and state = 'unused'")
                    .param(before.get().id())
                    .update();
            return before.get().number();
        }
        long number = next(db, use, run);
        db.sql("""
                        insert into counter_run (counter, run, next) values (?, ?, ?)
                        on conflict (counter, run) do update set next = excluded.next
                        """).params(use.name(), run, number + use.counter().step()).update();
        db.sql("""
                        insert into counter_number (counter, run, number, job_id, state, bound_at)
                        values (?, ?, ?, ?, 'bound', ?)
                        """).params(use.name(), run, number, job, clock.millis()).update();
        return number;
    }

    private static long next(JdbcClient db, CounterUse use, String run) {
        return db.sql("select next from counter_run where counter = ? and run = ?")
                .params(use.name(), run)
                .query(Long.class)
                .optional()
                .orElse(use.counter().start());
    }

    /** The number that a filing would get now; nothing moves. */
    public Filing withLikelyNumbers(Filing filing) {
        return store.read(db -> withNumbers(filing, use -> Optional.of(next(db, use, run(use)))));
    }

    /** A filing of the job has its receipt: its numbers are used. Gives whether others may have waited for one of them. */
    public boolean used(JdbcClient db, String job, Filing filing) {
        for (CounterUse use : filing.counters()) {
            db.sql("""
                            update counter_number set state = 'used'
                            where id = (select max(id) from counter_number where job_id = ? and counter = ?)
                            """).params(job, use.name()).update();
        }
        return filing.counters().stream().anyMatch(use -> use.counter().unbroken());
    }

    /** A filing of the job put nothing in place, for now: its unbroken numbers go back, so that others need not wait. */
    public void letGo(JdbcClient db, String job, Filing filing) {
        for (CounterUse use : filing.counters()) {
            if (use.counter().unbroken()) {
                giveBack(db, job, use);
            }
        }
    }

    /** A filing of the job was given up: its unbroken numbers go back, and its quick ones are accounted for. */
    public void unused(JdbcClient db, String job, Filing filing) {
        letGo(db, job, filing);
        for (CounterUse use : filing.counters()) {
            List<Given> left = db.sql(
                            "select id, number from counter_number where job_id = ? and counter = ? and state = 'bound'")
                    .params(job, use.name())
                    .query(Given.class)
                    .list();
            for (Given one : left) {
                db.sql("update counter_number set state = 'unused' where id = ?")
                        .param(one.id())
                        .update();
                String number = Long.toString(one.number());
                ledger.append(
                        db, "service", "counter.unused", Job.subject(job), "counter", use.name(), "number", number);
            }
        }
    }

    private record InHand(long id, String run, long number) {}

    /** Only the last number of a run can be in hand, so that giving it back leaves no gap. */
    private static void giveBack(JdbcClient db, String job, CounterUse use) {
        Optional<InHand> inHand = db.sql("""
                        select n.id, n.run, n.number from counter_number n
                        join counter_run r on r.counter = n.counter and r.run = n.run
                        where n.job_id = ? and n.counter = ? and n.state = 'bound' and r.next = n.number + ?
                        """)
                .params(job, use.name(), use.counter().step())
                .query(InHand.class)
                .optional();
        if (inHand.isPresent()) {
            db.sql("delete from counter_number where id = ?")
                    .param(inHand.get().id())
                    .update();
            db.sql("update counter_run set next = ? where counter = ? and run = ?")
                    .params(inHand.get().number(), use.name(), inHand.get().run())
                    .update();
        }
    }

    /**
     * A run of a counter.
     *
     * @param run empty for the only one
     * @param given how many of its numbers are on filed documents
     * @param inHand how many are given to documents on their way
     * @param unused how many are accounted for in the ledger as on no document
     */
    public record Run(String counter, String run, long next, long given, long inHand, long unused) {}

    public List<Run> list() {
        return store.read(db -> db.sql("""
                        select r.counter, r.run, r.next,
                            count(case n.state when 'used' then 1 end) as given,
                            count(case n.state when 'bound' then 1 end) as in_hand,
                            count(case n.state when 'unused' then 1 end) as unused
                        from counter_run r left join counter_number n on n.counter = r.counter and n.run = r.run
                        group by r.counter, r.run order by r.counter, r.run
                        """).query(Run.class).list());
    }

    /** A number by hand. */
    public record Change(String run, long before, long after, String reason, String changedBy, Instant changedAt) {}

    /** Where somebody set the counter, the newest first. */
    public List<Change> changes(String counter) {
        return store.read(db -> db.sql("select * from counter_change where counter = ? order by id desc limit 100")
                .param(counter)
                .query((row, n) -> new Change(
                        row.getString("run"),
                        row.getLong("before"),
                        row.getLong("after"),
                        row.getString("reason"),
                        row.getString("principal"),
                        Instant.ofEpochMilli(row.getLong("changed_at"))))
                .list());
    }

    /**
     * Sets the next number of a run.
     *
     * @param reason the caller's reason
     * @throws BadCounterException if there is no reason, if numbers from there on were given before, or if one is in hand
     */
    public void set(String counter, String run, long next, String reason, String principal) {
        if (reason.isBlank()) {
            throw new BadCounterException(
                    "A change of counter " + counter + " needs a reason; it is recorded in the history.");
        }
        store.write(db -> {
            long before = db.sql("select next from counter_run where counter = ? and run = ?")
                    .params(counter, run)
                    .query(Long.class)
                    .optional()
                    .orElse(0L);
            requireFree(db, counter, run, next);
            db.sql("""
                            insert into counter_run (counter, run, next) values (?, ?, ?)
                            on conflict (counter, run) do update set next = excluded.next
                            """).params(counter, run, next).update();
            db.sql("""
                            insert into counter_change (counter, run, before, after, reason, principal, changed_at)
                            values (?, ?, ?, ?, ?, ?, ?)
                            """)
                    .params(counter, run, before, next, reason, principal, clock.millis())
                    .update();
            ledger.append(
                    db,
                    principal,
                    "counter.set",
                    "counter " + counter,
                    "before",
                    Long.toString(before),
                    "after",
                    Long.toString(next));
            return next;
        });
    }

    private static void requireFree(JdbcClient db, String counter, String run, long next) {
        Optional<Long> given = db.sql(
                        "select max(number) from counter_number where counter = ? and run = ? and number >= ?")
                .params(counter, run, next)
                .query(Long.class)
                .optional();
        if (given.isPresent()) {
            throw new BadCounterException("Number " + given.get() + " of counter " + counter
                    + " has already been given; the next number must be higher.");
        }
        boolean inHand = !db.sql(
                        "select 1 from counter_number where counter = ? and run = ? and state = 'bound' limit 1")
                .params(counter, run)
                .query(Integer.class)
                .list()
                .isEmpty();
        if (inHand) {
            throw new BadCounterException("A document is being filed with a number of counter " + counter
                    + " right now. Try again when it is filed.");
        }
    }
}
