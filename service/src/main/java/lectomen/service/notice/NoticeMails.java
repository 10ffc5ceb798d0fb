package lectomen.service.notice;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.function.Predicate;
import lectomen.engine.notice.NoticeItem;
import lectomen.engine.notice.NoticeMail;
import lectomen.engine.step.mail.MailAddress;
import lectomen.service.home.ServiceAddress;
import lectomen.service.home.Settings;
import lectomen.service.job.JobNotes;
import lectomen.service.ledger.Ledger;
import lectomen.service.mail.MailResult;
import lectomen.service.mail.MailServer;
import lectomen.service.mail.OutgoingMail;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Mails notices that are due. A mail is written down before it is sent, and its receipt afterwards; where a send was interrupted, the
 * settings say whether it is repeated.
 */
public final class NoticeMails implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(NoticeMails.class);
    private static final Duration TURN = Duration.ofMillis(500);
    private static final Duration RETRY = Duration.ofSeconds(30);
    private static final Duration LONGEST_RETRY = Duration.ofMinutes(15);
    private static final Duration KEPT = Duration.ofDays(90);
    private static final int MOST_IN_A_TURN = 200;

    private final Store store;
    private final Ledger ledger;
    private final Settings settings;
    private final Function<String, Optional<MailServer>> servers;
    private final Predicate<String> isPaused;
    private final OwnText ownText;
    private final InstantSource clock;
    private final Links links;
    private final JobNotes notes;
    private final ScheduledExecutorService thread =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "notice-mails"));

    /** Makes the text of a notice, of what its reader may see; empty for the usual one. */
    @FunctionalInterface
    public interface OwnText {
        Optional<String> find(Notices.Notice notice, Scope sees);
    }

    /**
     * @param servers finds one by the name of its connection
     * @param isPaused whether nothing is sent on a connection for now
     * @param ownText of notices whose text is made when they are mailed
     */
    public NoticeMails(
            Store store,
            Ledger ledger,
            Settings settings,
            Function<String, Optional<MailServer>> servers,
            Predicate<String> isPaused,
            OwnText ownText,
            ServiceAddress address,
            JobNotes notes,
            InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.settings = settings;
        this.servers = servers;
        this.isPaused = isPaused;
        this.ownText = ownText;
        this.links = new Links(address);
        this.notes = notes;
        this.clock = clock;
    }

    /** Begins to send, with what an earlier run of the service left. */
    public void start() {
        thread.execute(this::recover);
        thread.scheduleWithFixedDelay(this::turn, TURN.toMillis(), TURN.toMillis(), TimeUnit.MILLISECONDS);
    }

    private void recover() {
        store.write(db -> db.sql("select id from notice_mail where state = 'sending'").query(Long.class).list().stream()
                .peek(id -> inDoubt(db, id, "the service ended while it was sent"))
                .count());
    }

    void turn() {
        try {
            makeDue();
            sendDue();
        } catch (RuntimeException e) {
            LOG.error("Notices can't be mailed; retried: {}", e.getMessage());
        }
    }

    private record Due(Notices.Notice notice, Optional<String> mail, boolean never) {}

    /** Closes the notices that are due, and makes their mails. */
    private void makeDue() {
        long now = clock.millis();
        boolean some = store.read(db -> !db.sql("select 1 from notice where closed_at is null and due_at <= ? limit 1")
                .param(now)
                .query(Integer.class)
                .list()
                .isEmpty());
        if (some) {
            store.write(db -> makeDue(db, now));
        }
    }

    private int makeDue(JdbcClient db, long now) {
        List<Due> due = db.sql("""
                        select n.*, coalesce(p.mail, nullif(n.address, '')) as goes_to, p.disabled_at from notice n
                        left join person p on p.id = n.person_id
                        where n.closed_at is null and n.due_at <= ? order by n.id limit ?
                        """)
                .params(now, MOST_IN_A_TURN)
                .query((row, n) -> new Due(
                        Notices.notice(row, n),
                        row.getObject("disabled_at") == null
                                ? Optional.ofNullable(row.getString("goes_to"))
                                : Optional.empty(),
                        row.getString("choice").equals("never")))
                .list();
        Map<String, List<Due>> mails = new LinkedHashMap<>();
        for (Due one : due) {
            db.sql("update notice set closed_at = ? where id = ?")
                    .params(now, one.notice().id())
                    .update();
            if (!one.never()
                    && one.mail().filter(MailAddress::isAddress).isPresent()
                    && mayStillSee(db, one.notice())) {
                String digest = one.notice().digest()
                        ? "digest " + one.mail().get()
                        : "notice " + one.notice().id();
                mails.computeIfAbsent(digest, key -> new ArrayList<>()).add(one);
            }
        }
        settings.notices().by().ifPresent(by -> mails.values().forEach(together -> make(db, by, together, now)));
        return due.size();
    }

    private static boolean mayStillSee(JdbcClient db, Notices.Notice notice) {
        return notice.person()
                .map(person -> Notices.isSeen(Audience.accessOf(db, person), notice))
                .orElse(true);
    }

    private void make(JdbcClient db, String by, List<Due> together, long now) {
        Due first = together.get(0);
        long id = db.sql("""
                        insert into notice_mail (person_id, address, connection, state, made_at, changed_at)
                        values (?, ?, ?, 'intended', ?, ?) returning id
                        """)
                .param(first.notice().person().orElse(null))
                .param(first.mail().orElseThrow())
                .param(by)
                .param(now)
                .param(now)
                .query(Long.class)
                .single();
        together.forEach(one -> db.sql("update notice set mail_id = ? where id = ?")
                .params(id, one.notice().id())
                .update());
        ledger.append(db, "service", "notice.intended", "notice-mail " + id);
    }

    private record Mail(long id, String address, String connection, int attempts) {}

    /** Sends what is due, until a server is away: the rest waits with it. */
    private void sendDue() {
        List<Mail> due = store.read(db -> db.sql("""
                        select id, address, connection, attempts from notice_mail
                        where state = 'intended' and next_try_at <= ? order by id limit ?
                        """)
                .params(clock.millis(), MOST_IN_A_TURN)
                .query((row, n) -> new Mail(
                        row.getLong("id"),
                        row.getString("address"),
                        row.getString("connection"),
                        row.getInt("attempts")))
                .list());
        for (Mail mail : due) {
            if (thread.isShutdown() || isPaused.test(mail.connection()) || !send(mail)) {
                return;
            }
        }
    }

    /** @return whether its server can be asked for more */
    private boolean send(Mail mail) {
        Optional<MailServer> server = servers.apply(mail.connection());
        if (server.isEmpty()) {
            end(mail.id(), "failed", "there is no mail connection \"" + mail.connection() + "\" any more");
            return true;
        }
        NoticeMail words = words(mail.id());
        OutgoingMail outgoing = new OutgoingMail(
                "lectomen-notice-" + store.identity().incarnation() + "-" + mail.id(),
                List.of(mail.address()),
                words.subject(),
                words.text(),
                words.html(),
                List.of());
        MailResult result = server.get().send(outgoing, () -> state(mail.id(), "sending"));
        if (result instanceof MailResult.Sent sent) {
            sent(mail, sent);
        } else if (result instanceof MailResult.Refused refused) {
            LOG.warn("The mail server refuses a notice: {}", refused.answer());
            store.write(db -> {
                noteOnJobs(db, mail, refused.answer());
                return end(db, mail.id(), "failed", refused.answer());
            });
        } else if (result instanceof MailResult.NotNow notNow) {
            waits(mail, notNow.problem());
            return false;
        } else if (result instanceof MailResult.Unknown unknown) {
            store.write(db -> inDoubt(db, mail.id(), unknown.problem()));
        }
        return true;
    }

    private NoticeMail words(long mail) {
        List<NoticeItem> items = store
                .read(db -> db.sql("select * from notice where mail_id = ? order by id")
                        .param(mail)
                        .query(Notices::notice)
                        .list())
                .stream()
                .map(this::item)
                .toList();
        return NoticeMail.of(items, settings.site().locale(), settings.site().zone());
    }

    private NoticeItem item(Notices.Notice notice) {
        NoticeItem item = Notices.item(notice, links.of(notice));
        return ownText.find(notice, scopeOf(notice)).map(item::withText).orElse(item);
    }

    /** Who wrote an address outside into the settings lets it see everything. */
    private Scope scopeOf(Notices.Notice notice) {
        return notice.person().isEmpty()
                ? Scope.ALL
                : store.read(db -> Audience.accessOf(db, notice.person().get()))
                        .findScope(Permission.SEE_DOCUMENTS)
                        .orElse(Scope.of(Set.of()));
    }

    private void state(long id, String state) {
        store.write(db -> db.sql("update notice_mail set state = ?, changed_at = ? where id = ?")
                .params(state, clock.millis(), id)
                .update());
    }

    private void sent(Mail mail, MailResult.Sent sent) {
        store.write(db -> {
            end(db, mail.id(), "sent", sent.answer());
            ledger.append(db, "service", "notice.sent", "notice-mail " + mail.id(), "content", sent.sha256());
            return mail.id();
        });
    }

    /** An address outside has no page of its own on which it could be shown. */
    private void noteOnJobs(JdbcClient db, Mail mail, String answer) {
        db.sql(
                        "select distinct j.id from notice n join job j on j.id = n.job_id where n.mail_id = ? and n.person_id is null")
                .param(mail.id())
                .query(String.class)
                .list()
                .forEach(job ->
                        notes.add(db, job, "The mail to " + mail.address() + " was refused: " + answer, "service"));
    }

    private void end(long id, String state, String answer) {
        store.write(db -> end(db, id, state, answer));
    }

    private long end(JdbcClient db, long id, String state, String answer) {
        db.sql("update notice_mail set state = ?, answer = ?, changed_at = ? where id = ?")
                .params(state, answer, clock.millis(), id)
                .update();
        return id;
    }

    private void waits(Mail mail, String problem) {
        Duration pause = RETRY.multipliedBy(1L << Math.min(mail.attempts(), 5));
        Instant next = clock.instant().plus(pause.compareTo(LONGEST_RETRY) < 0 ? pause : LONGEST_RETRY);
        store.write(db -> {
            db.sql("update notice_mail set state = 'intended', attempts = attempts + 1 where id = ?")
                    .param(mail.id())
                    .update();
            return db.sql("""
                            update notice_mail set next_try_at = ?, answer = ?, changed_at = ?
                            where state = 'intended' and connection = ? and next_try_at <= ?
                            """)
                    .params(next.toEpochMilli(), problem, clock.millis(), mail.connection(), next.toEpochMilli())
                    .update();
        });
    }

    /** It can't be proved whether it was sent. */
    private long inDoubt(JdbcClient db, long id, String problem) {
        boolean repeats = settings.notices().repeats();
        end(db, id, repeats ? "intended" : "in doubt", problem);
        String decision = repeats ? "repeat" : "leave";
        ledger.append(db, "service", "notice.in-doubt", "notice-mail " + id, "decision", decision);
        return id;
    }

    /** What the mail server answered to the last mail of a person, if it did not take it. */
    public Optional<String> findProblem(long person) {
        return store.read(
                db -> db.sql("select state, answer from notice_mail where person_id = ? order by id desc limit 1")
                        .param(person)
                        .query((row, n) -> row.getString("state").equals("sent") ? "" : row.getString("answer"))
                        .optional()
                        .filter(answer -> !answer.isEmpty()));
    }

    /** Notices are kept for a while, then they are removed with their mails. @return how many */
    public int prune() {
        long before = clock.instant().minus(KEPT).toEpochMilli();
        return store.write(db -> {
            int removed = db.sql(
                            "delete from notice where closed_at < ? and (read_at is not null or person_id is null)")
                    .param(before)
                    .update();
            db.sql("""
                            delete from notice_mail where made_at < ? and state in ('sent', 'failed', 'in doubt')
                              and not exists (select 1 from notice where mail_id = notice_mail.id)
                            """).param(before).update();
            return removed;
        });
    }

    @Override
    public void close() {
        thread.shutdown();
        try {
            thread.awaitTermination(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
