package lectomen.service.effect;

import java.util.List;
import java.util.Optional;
import lectomen.service.ledger.KeyedHash;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Recognises files that the service itself filed, by their receipts, so that a result that comes in again through a hot folder
 * is not taken for a new document. Names and contents are compared as keyed hashes, so that this outlives an erasure.
 */
public final class OwnResults {
    private final KeyedHash keyed;

    public OwnResults(KeyedHash keyed) {
        this.keyed = keyed;
    }

    static String nameKey(KeyedHash keyed, String name) {
        return keyed.of("name " + name);
    }

    /**
     * The job that filed these bytes under this name; the newest of several. A job that filed its file under the very name that
     * it came with does not count: dropping such a file twice looks the same as its coming back.
     */
    public Optional<String> findJob(JdbcClient db, String sha256, String name) {
        List<String> found = db.sql("""
                        select job_id from receipt
                        where content_key = ? and name_key = ? and renamed = 1
                        order by at desc limit 1
                        """)
                .params(keyed.of("content " + sha256), nameKey(keyed, name))
                .query(String.class)
                .list();
        return found.stream().findFirst();
    }
}
