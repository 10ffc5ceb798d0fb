package lectomen.service.access;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;

/**
 * Who is signed in to the console. A session ends after twelve hours without a sign of life, and after thirty days in any case.
 * Safe for several threads.
 */
public final class Sessions {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "person_session",
            List.of("address", "browser"),
            ErasableColumns.Subject.PERSON,
            "delete from person_session where person_id = ?"));

    private static final Duration QUIET = Duration.ofHours(12);
    private static final Duration LONGEST = Duration.ofDays(30);
    private static final Duration FRESH = Duration.ofMinutes(10);
    private static final int ID_LENGTH = 16;
    private static final Duration BETWEEN_NOTES = Duration.ofMinutes(1);

    /**
     * An open session.
     *
     * @param forgeryToken what the console sends with each change, as no other site can
     * @param isFresh whether its person proved who they are within the last minutes
     */
    public record Session(Person person, String forgeryToken, boolean isFresh) {}

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;

    public Sessions(Store store, Ledger ledger, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.clock = clock;
    }

    /** Where somebody signs in. @param address of the network @param browser as it calls itself */
    public record From(String address, String browser) {
        private static final int LONGEST = 200;

        public From {
            browser = browser.substring(0, Math.min(LONGEST, browser.length()));
        }
    }

    /** Opens a session; gives the token for the browser's cookie. */
    public String open(Person person, From from) {
        String token = Secrets.make();
        store.write(db -> {
            db.sql("delete from person_session where seen_at < ? or made_at < ?")
                    .params(before(QUIET), before(LONGEST))
                    .update();
            ledger.append(db, person.principal(), "person.signed-in", person.principal());
            return db.sql("""
                            insert into person_session (token_hash, person_id, made_at, seen_at, fresh_at, address, browser)
                            values (?, ?, ?, ?, ?, ?, ?)
                            """)
                    .param(Secrets.hash("session", token))
                    .params(person.id(), clock.millis(), clock.millis(), clock.millis(), from.address(), from.browser())
                    .update();
        });
        return token;
    }

    private long before(Duration span) {
        return clock.instant().minus(span).toEpochMilli();
    }

    /** The session of a token, if it has not ended. */
    public Optional<Session> find(String token) {
        record Open(Person person, Instant seenAt, Instant freshAt) {}
        String hash = Secrets.hash("session", token);
        Optional<Open> open = store.read(db -> db.sql("""
                        select p.*, s.seen_at, s.fresh_at from person_session s join person p on p.id = s.person_id
                        where s.token_hash = ? and s.seen_at >= ? and s.made_at >= ? and p.disabled_at is null
                        """)
                .params(hash, before(QUIET), before(LONGEST))
                .query((row, n) -> new Open(
                        People.person(row, n),
                        Instant.ofEpochMilli(row.getLong("seen_at")),
                        Instant.ofEpochMilli(row.getLong("fresh_at"))))
                .optional());
        open.filter(one -> one.seenAt().isBefore(clock.instant().minus(BETWEEN_NOTES)))
                .ifPresent(one -> store.write(db -> db.sql("update person_session set seen_at = ? where token_hash = ?")
                        .params(clock.millis(), hash)
                        .update()));
        return open.map(one -> new Session(
                one.person(),
                Secrets.hash("forgery", token),
                one.freshAt().isAfter(clock.instant().minus(FRESH))));
    }

    /**
     * A person has proved again who they are.
     *
     * @param hash of their session
     * @return false if it has ended, or is another person's
     */
    public boolean refresh(Person person, String hash) {
        return store.write(db -> db.sql("update person_session set fresh_at = ? where token_hash = ? and person_id = ?")
                        .params(clock.millis(), hash, person.id())
                        .update()
                > 0);
    }

    /** Names the session of a token without giving the token away. */
    public static String hashOf(String token) {
        return Secrets.hash("session", token);
    }

    /** An open session. @param id names it without giving it away */
    public record Known(String id, long person, Instant madeAt, Instant seenAt, From from) {}

    /** The open sessions of a person, the newest first. */
    public List<Known> of(long person) {
        return store.read(db -> db.sql("""
                        select * from person_session where person_id = ? and seen_at >= ? and made_at >= ?
                        order by made_at desc
                        """)
                .params(person, before(QUIET), before(LONGEST))
                .query((row, n) -> new Known(
                        row.getString("token_hash").substring(0, ID_LENGTH),
                        row.getLong("person_id"),
                        Instant.ofEpochMilli(row.getLong("made_at")),
                        Instant.ofEpochMilli(row.getLong("seen_at")),
                        new From(row.getString("address"), row.getString("browser"))))
                .list());
    }

    /** The id of the session of a token. */
    public static String idOf(String token) {
        return Secrets.hash("session", token).substring(0, ID_LENGTH);
    }

    /** Ends a session of a person. @return false if it is not there */
    public boolean end(long person, String id, String by) {
        return store.write(db -> {
            int ended = db.sql("delete from person_session where person_id = ? and substr(token_hash, 1, ?) = ?")
                    .params(person, ID_LENGTH, id)
                    .update();
            if (ended > 0) {
                ledger.append(db, by, "session.ended", "person " + person);
            }
            return ended > 0;
        });
    }

    /** Ends the session of a token. */
    public void close(String token) {
        Optional<Session> session = find(token);
        store.write(db -> {
            session.ifPresent(one -> ledger.append(
                    db,
                    one.person().principal(),
                    "person.signed-out",
                    one.person().principal()));
            return db.sql("delete from person_session where token_hash = ?")
                    .param(Secrets.hash("session", token))
                    .update();
        });
    }
}
