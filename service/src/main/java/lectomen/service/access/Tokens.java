package lectomen.service.access;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.service.ledger.Ledger;
import lectomen.service.role.Grant;
import lectomen.service.role.RoleGrants;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;

/** Tokens for programs, each with a role. The store knows only their hashes. Safe for several threads. */
public final class Tokens {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "access_token",
            List.of("name"),
            ErasableColumns.Subject.TOKEN,
            "update access_token set name = 'forgotten ' || id where id = ?"));

    /** How tokens begin, so that one is known as such where it should not stand. */
    static final String PREFIX = "lectomen_";

    private static final Duration BETWEEN_NOTES = Duration.ofMinutes(1);
    private static final int LONGEST_NAME = 80;

    private final Store store;
    private final Ledger ledger;
    private final RoleGrants grants;
    private final InstantSource clock;
    private final Map<String, Instant> refused = new ConcurrentHashMap<>();

    public Tokens(Store store, Ledger ledger, RoleGrants grants, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.grants = grants;
        this.clock = clock;
    }

    /** @param usedAt when it was last used, to the minute */
    public record Known(
            long id,
            String name,
            Instant madeAt,
            String madeBy,
            Optional<Instant> expiresAt,
            Optional<Instant> usedAt,
            Optional<Instant> revokedAt) {
        /** What the ledger calls its holder. */
        public String principal() {
            return "token " + id;
        }

        /** Why it lets nobody in; empty where it does. */
        Optional<String> findFault(Instant now) {
            return revokedAt.isPresent()
                    ? Optional.of("revoked")
                    : expiresAt.filter(time -> !time.isAfter(now)).map(time -> "expired");
        }
    }

    /** @param token to be shown once */
    public record Made(Known known, String token) {}

    public List<Known> list() {
        return store.read(db -> db.sql("select * from access_token order by id")
                .query(Tokens::known)
                .list());
    }

    /**
     * Makes a token.
     *
     * @throws BadPersonException if its name can't be taken
     */
    public Made make(String name, Grant grant, Optional<Instant> expiresAt, String by) {
        String shown = name.strip();
        if (shown.isEmpty() || shown.length() > LONGEST_NAME) {
            throw new BadPersonException("name", "a name must have 1 to " + LONGEST_NAME + " characters");
        }
        if (expiresAt.filter(time -> !time.isAfter(clock.instant())).isPresent()) {
            throw new BadPersonException("expiresAt", "the token would have expired already");
        }
        String token = PREFIX + Secrets.make();
        return store.write(db -> {
            Known made = db.sql("""
                            insert into access_token (name, token_hash, made_at, made_by, expires_at)
                            values (?, ?, ?, ?, ?) returning *
                            """)
                    .param(shown)
                    .param(Secrets.hash("token", token))
                    .param(clock.millis())
                    .param(by)
                    .param(expiresAt.map(Instant::toEpochMilli).orElse(null))
                    .query(Tokens::known)
                    .single();
            ledger.append(db, by, "token.made", made.principal());
            grants.set(db, made.principal(), List.of(grant), by);
            return new Made(made, token);
        });
    }

    /** Lets nobody in with it any more. @return false if there is no such token */
    public boolean revoke(long id, String by) {
        return store.write(db -> {
            int revoked = db.sql("update access_token set revoked_at = ? where id = ? and revoked_at is null")
                    .params(clock.millis(), id)
                    .update();
            if (revoked > 0) {
                ledger.append(db, by, "token.revoked", "token " + id);
            }
            return db.sql("select count(*) from access_token where id = ?")
                            .param(id)
                            .query(Integer.class)
                            .single()
                    > 0;
        });
    }

    /** The principal of a token, if it is good. */
    Optional<String> findPrincipal(String token) {
        if (!token.startsWith(PREFIX)) {
            return Optional.empty();
        }
        Optional<Known> known = store.read(db -> db.sql("select * from access_token where token_hash = ?")
                .param(Secrets.hash("token", token))
                .query(Tokens::known)
                .optional());
        Optional<Known> good =
                known.filter(one -> one.findFault(clock.instant()).isEmpty());
        if (good.isEmpty()) {
            noteRefused(
                    known.map(Known::principal).orElse("people"),
                    known.flatMap(one -> one.findFault(clock.instant())).orElse("unknown"));
        }
        good.filter(one -> one.usedAt()
                        .filter(at -> at.plus(BETWEEN_NOTES).isAfter(clock.instant()))
                        .isEmpty())
                .ifPresent(one -> store.write(db -> db.sql("update access_token set used_at = ? where id = ?")
                        .params(clock.millis(), one.id())
                        .update()));
        return good.map(Known::principal);
    }

    /** Records that a token was refused; of each, and of all unknown ones, once a minute. */
    private void noteRefused(String subject, String reason) {
        Instant now = clock.instant();
        boolean noted = now.equals(refused.merge(
                subject, now, (last, next) -> last.plus(BETWEEN_NOTES).isAfter(next) ? last : next));
        if (noted) {
            store.write(db -> {
                ledger.append(db, "service", "token.refused", subject, "reason", reason);
                return subject;
            });
        }
    }

    private static Known known(ResultSet row, int n) throws SQLException {
        return new Known(
                row.getLong("id"),
                row.getString("name"),
                Instant.ofEpochMilli(row.getLong("made_at")),
                row.getString("made_by"),
                time(row, "expires_at"),
                time(row, "used_at"),
                time(row, "revoked_at"));
    }

    static Optional<Instant> time(ResultSet row, String column) throws SQLException {
        long at = row.getLong(column);
        return row.wasNull() ? Optional.empty() : Optional.of(Instant.ofEpochMilli(at));
    }
}
