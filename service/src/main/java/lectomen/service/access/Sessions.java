package lectomen.service.access;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Locale;
import java.util.Optional;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;

/**
 * Who is signed in to the console. A session ends after twelve hours without a sign of life, and after thirty days in any case.
 * Five wrong passwords for a name, or ten from one caller, within a quarter of an hour lock further tries out until it has
 * passed. Safe for several threads.
 */
public final class Sessions {
    private static final Duration QUIET = Duration.ofHours(12);
    private static final Duration LONGEST = Duration.ofDays(30);
    private static final Duration BETWEEN_NOTES = Duration.ofMinutes(1);

    /** The result of a try to sign in. */
    public sealed interface SignIn {
        /** @param token for the browser's cookie */
        record In(Person person, String token) implements SignIn {}

        record Wrong() implements SignIn {}

        record LockedOut(long seconds) implements SignIn {}
    }

    /** @param forgeryToken what the console sends with each change, as no other site can */
    public record Session(Person person, String forgeryToken) {}

    private final Store store;
    private final Ledger ledger;
    private final People people;
    private final InstantSource clock;
    private final SignInAttempts byName;
    private final SignInAttempts byCaller;

    /** @param byName counts wrong passwords by sign-in name @param byCaller by network address */
    public Sessions(
            Store store,
            Ledger ledger,
            People people,
            InstantSource clock,
            SignInAttempts byName,
            SignInAttempts byCaller) {
        this.store = store;
        this.ledger = ledger;
        this.people = people;
        this.clock = clock;
        this.byName = byName;
        this.byCaller = byCaller;
    }

    /** @param caller the network address that it comes from */
    public SignIn signIn(String name, String password, String caller) {
        String key = name.strip().toLowerCase(Locale.ROOT);
        long wait = Math.max(byName.secondsToWait(key), byCaller.secondsToWait(caller));
        if (wait > 0) {
            return new SignIn.LockedOut(wait);
        }
        Optional<Person> person = people.findBy(name, password);
        if (person.isEmpty()) {
            byName.wrong(key);
            byCaller.wrong(caller);
            return new SignIn.Wrong();
        }
        byName.right(key);
        return new SignIn.In(person.get(), open(person.get()));
    }

    /** Opens a session; gives the token for the browser's cookie. */
    public String open(Person person) {
        String token = Secrets.make();
        store.write(db -> {
            db.sql("delete from person_session where seen_at < ? or made_at < ?")
                    .params(before(QUIET), before(LONGEST))
                    .update();
            ledger.append(db, person.principal(), "person.signed-in", person.principal());
            return db.sql("insert into person_session (token_hash, person_id, made_at, seen_at) values (?, ?, ?, ?)")
                    .params(Secrets.hash("session", token), person.id(), clock.millis(), clock.millis())
                    .update();
        });
        return token;
    }

    private long before(Duration span) {
        return clock.instant().minus(span).toEpochMilli();
    }

    /** The session of a token, if it has not ended. */
    public Optional<Session> find(String token) {
        record Open(Person person, Instant seenAt) {}
        String hash = Secrets.hash("session", token);
        Optional<Open> open = store.read(db -> db.sql("""
                        select p.*, s.seen_at from person_session s join person p on p.id = s.person_id
                        where s.token_hash = ? and s.seen_at >= ? and s.made_at >= ?
                        """)
                .params(hash, before(QUIET), before(LONGEST))
                .query((row, n) -> new Open(People.person(row, n), Instant.ofEpochMilli(row.getLong("seen_at"))))
                .optional());
        open.filter(one -> one.seenAt().isBefore(clock.instant().minus(BETWEEN_NOTES)))
                .ifPresent(one -> store.write(db -> db.sql("update person_session set seen_at = ? where token_hash = ?")
                        .params(clock.millis(), hash)
                        .update()));
        return open.map(one -> new Session(one.person(), Secrets.hash("forgery", token)));
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
