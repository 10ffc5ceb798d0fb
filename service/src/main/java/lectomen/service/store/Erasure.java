package lectomen.service.store;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Forgets what tables hold of documents, people and settings. What promises rest on stays: ids, codes, keyed hashes, times. */
public final class Erasure {
    private final List<ErasableColumns> all;

    public Erasure(List<ErasableColumns> all) {
        this.all = List.copyOf(all);
    }

    public List<ErasableColumns> all() {
        return all;
    }

    /** Forgets a subject by its id, in every table. */
    public void forget(JdbcClient db, ErasableColumns.Subject subject, String id) {
        all.stream()
                .filter(columns -> columns.subject() == subject)
                .forEach(columns -> db.sql(columns.forget()).param(id).update());
    }
}
