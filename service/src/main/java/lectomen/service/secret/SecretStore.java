package lectomen.service.secret;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Passwords by name. They are sealed with the home's key, so that a copy of the database alone gives none away. Nothing but
 * {@link #open} hands one out, and that is for connections alone. Safe for several threads.
 */
public final class SecretStore {
    private static final Pattern NAME = Pattern.compile("[a-z][a-z0-9-]{0,62}");
    private static final int LONGEST = 4096;

    /**
     * A secret without its value.
     *
     * @param readable whether the key at hand opens it; false after the key file was lost or exchanged
     */
    public record SecretEntry(String name, int version, boolean readable, String changedBy, Instant changedAt) {}

    private record Row(String name, byte[] nonce, byte[] sealed, int version, String principal, long changedAt) {}

    private final Store store;
    private final Ledger ledger;
    private final HomeKey key;
    private final InstantSource clock;

    public SecretStore(Store store, Ledger ledger, HomeKey key, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.key = key;
        this.clock = clock;
    }

    /** What is wrong with a secret, in words that hold nothing of its value; empty when it can be kept. */
    public static Optional<String> findProblem(String name, String value) {
        if (!NAME.matcher(name).matches()) {
            return Optional.of("a secret name may have lower-case letters, digits and hyphens (mail-password), not \""
                    + name + "\"");
        }
        return value.isEmpty() || value.length() > LONGEST
                ? Optional.of("a secret must have 1 to " + LONGEST + " characters, this has " + value.length())
                : Optional.empty();
    }

    /**
     * Keeps a secret, or what it is from now on.
     *
     * @param value without {@link #findProblem}
     */
    public SecretEntry put(String name, String value, String principal) {
        HomeKey.Sealed sealed = key.seal(name, value);
        store.write(db -> {
            db.sql("""
                            insert into secret (name, nonce, sealed, version, principal, changed_at)
                            values (?, ?, ?, 1, ?, ?)
                            on conflict (name) do update
                            set nonce = excluded.nonce, sealed = excluded.sealed, version = version + 1,
                                principal = excluded.principal, changed_at = excluded.changed_at
                            """)
                    .params(name, sealed.nonce(), sealed.bytes(), principal, clock.millis())
                    .update();
            ledger.append(db, principal, "secret.written", "secret " + name);
            return name;
        });
        return entry(store.read(db -> find(db, name)));
    }

    /** @throws NoSuchSecretException if there is no such secret */
    public void remove(String name, String principal) {
        store.write(db -> {
            if (db.sql("delete from secret where name = ?").param(name).update() == 0) {
                throw new NoSuchSecretException(name);
            }
            ledger.append(db, principal, "secret.removed", "secret " + name);
            return name;
        });
    }

    public List<SecretEntry> list() {
        return store
                .read(db -> db.sql("select * from secret order by name")
                        .query(Row.class)
                        .list())
                .stream()
                .map(this::entry)
                .toList();
    }

    /**
     * The value, for a connection that needs it now. Empty when the key does not open it.
     *
     * @throws NoSuchSecretException if there is no such secret
     */
    public Optional<String> open(String name) {
        return unsealed(store.read(db -> find(db, name)));
    }

    private static Row find(JdbcClient db, String name) {
        return db.sql("select * from secret where name = ?")
                .param(name)
                .query(Row.class)
                .optional()
                .orElseThrow(() -> new NoSuchSecretException(name));
    }

    private SecretEntry entry(Row row) {
        boolean readable = unsealed(row).isPresent();
        return new SecretEntry(
                row.name(), row.version(), readable, row.principal(), Instant.ofEpochMilli(row.changedAt()));
    }

    private Optional<String> unsealed(Row row) {
        return key.open(row.name(), new HomeKey.Sealed(row.nonce(), row.sealed()));
    }
}
