package lectomen.service.notice;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.notice.NoticeItem;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeMail;
import lectomen.engine.reason.Reason;
import lectomen.service.role.Access;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * What people are notified of. Repeats are counted in one notice, until its mail is made. A notice is written in the write of what it
 * tells of, so that none is lost. Safe for several threads.
 */
public final class Notices {
    /** What its table can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(
            new ErasableColumns(
                    "notice",
                    List.of("about", "reason_parameters", "subject", "words", "address"),
                    ErasableColumns.Subject.JOB,
                    """
                    update notice set about = 'forgotten', reason_parameters = '{}', subject = null, words = null,
                        address = case when address = '' then '' else 'forgotten ' || id end
                    where job_id = ?
                    """),
            new ErasableColumns(
                    "notice",
                    List.of("about", "gathered_by"),
                    ErasableColumns.Subject.FOLDER,
                    "update notice set about = 'forgotten', gathered_by = 'forgotten ' || id where about = ?"),
            new ErasableColumns(
                    "notice_mail",
                    List.of("address"),
                    ErasableColumns.Subject.PERSON,
                    "update notice_mail set address = 'forgotten' where person_id = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<TreeMap<String, String>> PARAMETERS = new TypeReference<>() {};
    private static final String NOW = "at once";

    private final Store store;
    private final NoticeChoices choices;
    private final InstantSource clock;

    public Notices(Store store, NoticeChoices choices, InstantSource clock) {
        this.store = store;
        this.choices = choices;
        this.clock = clock;
    }

    /**
     * A stored notice.
     *
     * @param person whom it is for; empty for an address outside
     * @param about of the latest, where there are several
     * @param closed whether repeats are counted in another notice from now on
     */
    public record Notice(
            long id,
            Optional<Long> person,
            String address,
            NoticeKind kind,
            Optional<String> rule,
            String about,
            Optional<String> job,
            Optional<Reason> reason,
            Optional<String> subject,
            Optional<String> text,
            int count,
            Instant first,
            Instant last,
            boolean digest,
            boolean closed,
            Optional<Instant> readAt) {}

    /**
     * Tells people of something.
     *
     * @param names groups, sign-in names and addresses
     * @return the names that are none of these
     */
    public List<String> tell(JdbcClient db, NoticeEvent event, Collection<String> names) {
        Audience.Found found = Audience.of(db, names);
        found.recipients().stream()
                .filter(recipient -> Audience.maySee(db, recipient, event))
                .forEach(recipient -> add(db, event, recipient));
        return found.unknown();
    }

    private void add(JdbcClient db, NoticeEvent event, Audience.Recipient recipient) {
        record Open(long id, Instant first) {}
        Instant now = clock.instant();
        NoticeChoices.Chosen chosen = recipient
                .person()
                .map(person -> NoticeChoices.of(db, person))
                .orElse(new NoticeChoices.Chosen(Optional.of(recipient.address()), Optional.empty(), Map.of()));
        Optional<Open> open = db.sql("""
                        select id, first_at from notice
                        where coalesce(person_id, 0) = ? and address = ? and gathered_by = ? and closed_at is null
                        """)
                .params(recipient.person().orElse(0L), recipient.address(), event.gatheredBy())
                .query((row, n) -> new Open(row.getLong("id"), Instant.ofEpochMilli(row.getLong("first_at"))))
                .optional();
        Instant due = choices.due(chosen, event.kind(), open.map(Open::first).orElse(now), now);
        long id = open.map(Open::id).orElseGet(() -> insert(db, event, recipient, chosen, now));
        db.sql("""
                        update notice set count = count + 1, last_at = ?, due_at = ?, job_id = ?, about = ?,
                            reason_parameters = ?, subject = ?, words = ? where id = ?
                        """)
                .param(now.toEpochMilli())
                .param(due.toEpochMilli())
                .param(event.job().orElse(null))
                .param(event.about())
                .param(event.reason()
                        .map(reason -> JSON.writeValueAsString(reason.parameters()))
                        .orElse("{}"))
                .param(event.subject().orElse(null))
                .param(event.text().orElse(null))
                .param(id)
                .update();
    }

    private static long insert(
            JdbcClient db, NoticeEvent event, Audience.Recipient recipient, NoticeChoices.Chosen chosen, Instant now) {
        return db.sql("""
                        insert into notice (person_id, address, kind, rule_id, reason_code, gathered_by, count, first_at,
                            last_at, due_at, choice)
                        values (?, ?, ?, ?, ?, ?, 0, ?, ?, ?, ?) returning id
                        """)
                .param(recipient.person().orElse(null))
                .param(recipient.address())
                .param(event.kind().word())
                .param(event.rule().orElse(null))
                .param(event.reason().map(Reason::code).orElse(null))
                .param(event.gatheredBy())
                .param(now.toEpochMilli())
                .param(now.toEpochMilli())
                .param(now.toEpochMilli())
                .param(chosen.timing(event.kind()).word())
                .query(Long.class)
                .single();
    }

    /** What happened, in a line. */
    public static String headline(Notice notice) {
        return NoticeMail.headline(item(notice, ""));
    }

    static NoticeItem item(Notice notice, String link) {
        return new NoticeItem(
                notice.kind(),
                notice.about(),
                notice.rule().orElse(""),
                notice.reason().map(Reason::words).orElse(""),
                notice.count(),
                notice.first(),
                notice.last(),
                link,
                notice.subject(),
                notice.text());
    }

    /** What a person was notified of and may still see, the latest first. @param before the id of the last one seen; 0 for none */
    public List<Notice> inbox(long person, Access access, boolean unreadOnly, long before, int most) {
        List<Notice> seen = new ArrayList<>();
        long from = before;
        while (seen.size() < most) {
            List<Notice> some = page(person, unreadOnly, from, most);
            some.stream().filter(notice -> isSeen(access, notice)).forEach(seen::add);
            if (some.size() < most) {
                return seen.subList(0, Math.min(most, seen.size()));
            }
            from = some.get(some.size() - 1).id();
        }
        return seen.subList(0, most);
    }

    private List<Notice> page(long person, boolean unreadOnly, long before, int most) {
        return store.read(db -> db.sql("""
                        select * from notice where person_id = ? and (? = 0 or id < ?) and (? = 0 or read_at is null)
                        order by id desc limit ?
                        """)
                .params(person, before, before, unreadOnly ? 1 : 0, most)
                .query(Notices::notice)
                .list());
    }

    /** How many a person has not read yet. */
    public int unread(long person, Access access) {
        return (int) store
                .read(db -> db.sql("select * from notice where person_id = ? and read_at is null")
                        .param(person)
                        .query(Notices::notice)
                        .list())
                .stream()
                .filter(notice -> isSeen(access, notice))
                .count();
    }

    /** Whether somebody may see a notice that they once got. */
    static boolean isSeen(Access access, Notice notice) {
        if (notice.kind().about() == NoticeKind.About.SITE) {
            return access.findScope(Permission.SEE_SERVICE).isPresent();
        }
        Optional<Scope> scope = access.findScope(Permission.SEE_DOCUMENTS);
        return notice.rule().isPresent()
                ? scope.filter(one -> Audience.covers(one, notice.rule())).isPresent()
                : scope.isPresent();
    }

    /** @param id of one of the person's notices; 0 for all @return how many were unread */
    public int read(long person, long id) {
        return store.write(db -> db.sql(
                        "update notice set read_at = ? where person_id = ? and (? = 0 or id = ?) and read_at is null")
                .params(clock.millis(), person, id, id)
                .update());
    }

    /** A rule has another id from now on. */
    public static void renamed(JdbcClient db, String from, String to) {
        db.sql("update notice set rule_id = ? where rule_id = ?")
                .params(to, from)
                .update();
    }

    static Notice notice(ResultSet row, int n) throws SQLException {
        long person = row.getLong("person_id");
        Optional<Long> whose = row.wasNull() ? Optional.empty() : Optional.of(person);
        String code = row.getString("reason_code");
        String choice = row.getString("choice");
        long readAt = row.getLong("read_at");
        Optional<Instant> read = row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(readAt));
        return new Notice(
                row.getLong("id"),
                whose,
                row.getString("address"),
                NoticeKind.findByWord(row.getString("kind")).orElseThrow(),
                Optional.ofNullable(row.getString("rule_id")),
                row.getString("about"),
                Optional.ofNullable(row.getString("job_id")),
                code == null
                        ? Optional.empty()
                        : Optional.of(new Reason(code, JSON.readValue(row.getString("reason_parameters"), PARAMETERS))),
                Optional.ofNullable(row.getString("subject")),
                Optional.ofNullable(row.getString("words")),
                row.getInt("count"),
                Instant.ofEpochMilli(row.getLong("first_at")),
                Instant.ofEpochMilli(row.getLong("last_at")),
                !choice.equals(NOW),
                row.getObject("closed_at") != null,
                read);
    }
}
