package lectomen.service.effect.print;

import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.print.ticket.SheetCount;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.reason.Reason;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.engine.step.print.Printing;
import lectomen.service.connection.NoSuchConnectionException;
import lectomen.service.effect.ConnectionLimits;
import lectomen.service.effect.DueEffects;
import lectomen.service.home.PrinterSettings;
import lectomen.service.job.Job;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Lets documents go to their printers, a few at a time: those with the higher priority first, and among equals as they came. One
 * that waits for too long comes before all others; those that are held wait until somebody releases them, and outside the printing
 * hours all do. Safe for several threads.
 */
public final class PrintQueues {
    private static final int USUAL_PRIORITY = 50;
    private static final int HIGHEST_PRIORITY = 100;

    /** So far apart are the turns of two priorities: no store has as many items. */
    private static final long PRIORITY_STEP = 1_000_000_000_000L;

    private final Store store;
    private final Ledger ledger;
    private final Map<String, PrinterSettings> printers;
    private final ConnectionLimits limits;
    private final ZoneId zone;
    private final WorkCalendar calendar;
    private final InstantSource clock;

    public PrintQueues(
            Store store,
            Ledger ledger,
            Map<String, PrinterSettings> printers,
            ConnectionLimits limits,
            ZoneId zone,
            WorkCalendar calendar,
            InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.printers = Map.copyOf(printers);
        this.limits = limits;
        this.zone = zone;
        this.calendar = calendar;
        this.clock = clock;
    }

    /** Has a document wait for its turn, or lets it go at once where nothing stands before it. */
    public void add(JdbcClient db, Job job, String effect, Printing printing) {
        String queue = printing.connection();
        Map<String, String> ticket = new TreeMap<>(usualTicket(queue));
        ticket.putAll(printing.ticket());
        boolean held = printing.findHold()
                .orElse(Optional.ofNullable(printers.get(queue))
                        .map(PrinterSettings::hold)
                        .orElse(false));
        int pages = printing.pages();
        db.sql("""
                        insert into print_item (effect_id, job_id, queue, turn, asked_at, held, ticket, pages, copies, sheets)
                        values (?, ?, ?, 0, ?, ?, '{}', ?, ?, ?)
                        """)
                .param(effect)
                .param(job.id())
                .param(queue)
                .param(clock.millis())
                .param(held ? 1 : 0)
                .param(pages)
                .param(SheetCount.copies(ticket))
                .param(pages == 0 ? 0 : SheetCount.of(pages, ticket))
                .update();
        db.sql("update print_item set turn = ? + id where effect_id = ?")
                .params((HIGHEST_PRIORITY - priority(ticket)) * PRIORITY_STEP, effect)
                .update();
        keepBack(db, effect, queue, held);
        letGo(db, queue);
    }

    private boolean keepBack(JdbcClient db, String effect, String queue, boolean held) {
        return DueEffects.keepBack(db, effect, Reason.of(held ? "print.held" : "print.turn", "connection", queue));
    }

    private static int priority(Map<String, String> ticket) {
        String asked = ticket.getOrDefault(TicketAttribute.JOB_PRIORITY.word(), Integer.toString(USUAL_PRIORITY));
        return asked.matches("\\d{1,3}") ? Math.min(HIGHEST_PRIORITY, Integer.parseInt(asked)) : USUAL_PRIORITY;
    }

    private Map<String, String> usualTicket(String queue) {
        return Optional.ofNullable(printers.get(queue))
                .map(PrinterSettings::ticket)
                .orElse(Map.of());
    }

    /** What is asked of the printer for an item: by its queue, its rule, and by who changed it. */
    public Map<String, String> ticketOf(PrintItem item) {
        Map<String, String> ticket = new TreeMap<>(usualTicket(item.queue()));
        ticket.putAll(item.printing().ticket());
        ticket.putAll(item.changes());
        return ticket;
    }

    /** What is asked for beyond what the queue asks for: by its rule, and by who changed it. */
    public Map<String, String> ownTicket(String effect, Printing printing) {
        Map<String, String> ticket = new TreeMap<>(printing.ticket());
        find(effect).ifPresent(item -> ticket.putAll(item.changes()));
        return ticket;
    }

    /** Says that an item has come to its end; another may go. */
    public void ended(JdbcClient db, String effect, boolean printed) {
        List<String> queues = db.sql(
                        "update print_item set ended_at = ?, printed = ? where effect_id = ? and ended_at is null returning queue")
                .params(clock.millis(), printed ? 1 : 0, effect)
                .query(String.class)
                .list();
        queues.forEach(queue -> letGo(db, queue));
    }

    /** Of a document whose pages were not known before its sheets were drawn. */
    void countSheets(String effect, int sheets) {
        store.write(db -> db.sql("update print_item set sheets = ? where effect_id = ?")
                .params(sheets, effect)
                .update());
    }

    /** Lets go what may go, now that time has passed. @return whether anything did */
    boolean letGo() {
        boolean any = false;
        for (String queue : printers.keySet()) {
            if (store.read(db -> hasWaiting(db, queue))) {
                any |= store.write(db -> letGo(db, queue)) > 0;
            }
        }
        return any;
    }

    private static boolean hasWaiting(JdbcClient db, String queue) {
        return !db.sql(WAITING + " limit 1")
                .param(queue)
                .query(String.class)
                .list()
                .isEmpty();
    }

    private static final String WAITING = """
            select p.effect_id from print_item p join effect e on e.id = p.effect_id
            where p.queue = ? and p.ended_at is null and p.held = 0 and e.on_hold = 1 and e.state = 'intended'
            """;

    /** @return how many went */
    private int letGo(JdbcClient db, String queue) {
        if (limits.findPause(queue).isPresent() || opensAt(queue).isPresent()) {
            return 0;
        }
        int underWay = db.sql("""
                        select count(*) from print_item p join effect e on e.id = p.effect_id
                        where p.queue = ? and p.ended_at is null and e.on_hold = 0 and e.state in ('intended', 'acting')
                        """).param(queue).query(Integer.class).single();
        List<String> next = next(db, queue, limits.atOnce(queue) - underWay);
        next.forEach(effect -> DueEffects.letGo(db, effect));
        return next.size();
    }

    /** Those that have waited for too long, the oldest first; then by turn. */
    private static List<String> inOrder(JdbcClient db, String queue, Optional<Instant> tooLong, int most) {
        List<String> next = new ArrayList<>();
        tooLong.ifPresent(before -> next.addAll(db.sql(WAITING + " and p.asked_at <= ? order by p.id limit ?")
                .params(queue, before.toEpochMilli(), most)
                .query(String.class)
                .list()));
        if (next.size() < most) {
            db.sql(WAITING + " order by p.turn limit ?").params(queue, most).query(String.class).list().stream()
                    .filter(effect -> !next.contains(effect))
                    .forEach(next::add);
        }
        return next.subList(0, Math.min(most, next.size()));
    }

    private List<String> next(JdbcClient db, String queue, int most) {
        if (most <= 0) {
            return List.of();
        }
        Optional<Instant> tooLong = Optional.ofNullable(printers.get(queue))
                .flatMap(PrinterSettings::longestWait)
                .map(wait -> clock.instant().minus(wait));
        return inOrder(db, queue, tooLong, most);
    }

    /** When its printing hours begin; empty while they last, and for one that prints at all hours. */
    public Optional<Instant> opensAt(String queue) {
        Instant now = clock.instant();
        return Optional.ofNullable(printers.get(queue))
                .flatMap(PrinterSettings::hours)
                .filter(hours -> !hours.isOpen(now, zone, calendar))
                .map(hours -> hours.opensAt(now, zone, calendar).orElse(Instant.MAX));
    }

    /** The items that are not printed yet, in the order in which they go. */
    public List<PrintItem> open(String queue, int most) {
        requireQueue(queue);
        return store.read(db -> PrintRows.open(db, queue, most));
    }

    /** What was printed, or given up, the last first. */
    public List<PrintItem> ended(String queue, int most) {
        requireQueue(queue);
        return store.read(db -> PrintRows.ended(db, queue, most));
    }

    public Optional<PrintItem> find(String effect) {
        return store.read(db -> PrintRows.find(db, effect));
    }

    private void requireQueue(String queue) {
        if (!printers.containsKey(queue)) {
            throw new NoSuchConnectionException(queue);
        }
    }

    /**
     * Holds an item that has not gone to its printer.
     *
     * @return false, and nothing changed, if it has
     */
    public boolean hold(PrintItem item, String principal) {
        return store.write(db -> {
            if (!keepBack(db, item.effect(), item.queue(), true)) {
                return false;
            }
            db.sql("update print_item set held = 1, held_by = ? where effect_id = ?")
                    .params(principal, item.effect())
                    .update();
            ledger.append(db, principal, "print.held", Job.subject(item.job()), "effect", item.effect());
            letGo(db, item.queue());
            return true;
        });
    }

    /** @return false, and nothing changed, if it is not held here */
    public boolean release(PrintItem item, String principal) {
        return store.write(db -> {
            int released = db.sql(
                            "update print_item set held = 0, held_by = null where effect_id = ? and held = 1 and ended_at is null")
                    .param(item.effect())
                    .update();
            if (released > 0) {
                keepBack(db, item.effect(), item.queue(), false);
                ledger.append(db, principal, "print.released", Job.subject(item.job()), "effect", item.effect());
                letGo(db, item.queue());
            }
            return released > 0;
        });
    }

    /**
     * Has items go in this order; they share the turns that they have.
     *
     * @throws PrintStateException if one of them has gone already, or is of another queue
     */
    public void order(String queue, List<String> wanted, String principal) {
        store.write(db -> {
            List<Long> turns = new ArrayList<>();
            for (String effect : wanted) {
                turns.add(db.sql("""
                                select p.turn from print_item p join effect e on e.id = p.effect_id
                                where p.effect_id = ? and p.queue = ? and p.ended_at is null and e.on_hold = 1
                                """)
                        .params(effect, queue)
                        .query(Long.class)
                        .optional()
                        .orElseThrow(() -> new PrintStateException(
                                "Document " + effect + " does not wait in queue " + queue + " any more")));
            }
            Collections.sort(turns);
            for (int i = 0; i < wanted.size(); i++) {
                turn(db, wanted.get(i), turns.get(i));
            }
            ledger.append(db, principal, "print.ordered", "connection " + queue);
            return wanted.size();
        });
    }

    private static void turn(JdbcClient db, String effect, long turn) {
        db.sql("update print_item set turn = ? where effect_id = ?")
                .params(turn, effect)
                .update();
    }

    /** Has an item go before all others of its queue, or after them. */
    public void move(PrintItem item, boolean first, String principal) {
        store.write(db -> {
            String end = first ? "min(turn) - 1" : "max(turn) + 1";
            long turn = db.sql("select " + end + " from print_item where queue = ? and ended_at is null")
                    .param(item.queue())
                    .query(Long.class)
                    .single();
            turn(db, item.effect(), turn);
            ledger.append(db, principal, "print.ordered", Job.subject(item.job()), "effect", item.effect());
            return turn;
        });
    }

    /**
     * Changes what is asked of the printer for an item that has not gone to it.
     *
     * @param changes over what its rule asks for; a word without a value is asked for as the rule does
     * @throws PrintStateException if it has gone
     */
    public void change(PrintItem item, Map<String, String> changes, String principal) {
        Map<String, String> all = new TreeMap<>(item.changes());
        all.putAll(changes);
        all.values().removeIf(String::isEmpty);
        Map<String, String> ticket = new TreeMap<>(usualTicket(item.queue()));
        ticket.putAll(item.printing().ticket());
        ticket.putAll(all);
        store.write(db -> {
            int changed = db.sql("""
                            update print_item set ticket = ?, copies = ?, sheets = ? where effect_id = ? and ended_at is null
                              and exists (select 1 from effect e where e.id = print_item.effect_id and e.on_hold = 1)
                            """)
                    .params(
                            PrintRows.JSON.writeValueAsString(all),
                            SheetCount.copies(ticket),
                            item.pages() == 0 ? 0 : SheetCount.of(item.pages(), ticket),
                            item.effect())
                    .update();
            if (changed == 0) {
                throw new PrintStateException("It has gone to the printer already; cancel it there and print it again");
            }
            String[] facts = Stream.concat(
                            Stream.of("effect", item.effect()),
                            changes.entrySet().stream().flatMap(one -> Stream.of(one.getKey(), one.getValue())))
                    .toArray(String[]::new);
            ledger.append(db, principal, "print.changed", Job.subject(item.job()), facts);
            return changed;
        });
    }
}
