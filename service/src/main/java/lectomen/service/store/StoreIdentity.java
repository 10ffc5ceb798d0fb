package lectomen.service.store;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The identity of this store.
 *
 * @param id never changes
 * @param incarnation grows each time the store is restored from a copy, so that no id is ever given twice
 */
public record StoreIdentity(String id, int incarnation) {
    static StoreIdentity loadOrMake(JdbcClient db, Instant now) {
        Optional<StoreIdentity> known = db.sql("select store_id, incarnation from store_identity")
                .query((row, n) -> new StoreIdentity(row.getString("store_id"), row.getInt("incarnation")))
                .optional();
        if (known.isPresent()) {
            return known.get();
        }
        StoreIdentity made = new StoreIdentity(UUID.randomUUID().toString().substring(0, 8), 1);
        db.sql("insert into store_identity values (1, :id, :incarnation, :now)")
                .param("id", made.id())
                .param("incarnation", made.incarnation())
                .param("now", now.toEpochMilli())
                .update();
        return made;
    }

    /** The next number of a sequence, from 1. Call it inside a write. */
    public static long next(JdbcClient db, String sequence) {
        return db.sql("""
                        insert into sequence (name, next) values (?, 2)
                        on conflict (name) do update set next = next + 1
                        returning next - 1
                        """).param(sequence).query(Long.class).single();
    }
}
