package lectomen.service.rulebook;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The places that files come from, each with a permanent number. Safe for several threads. */
public final class Sources {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "source",
            List.of("folder"),
            ErasableColumns.Subject.FOLDER,
            "update source set folder = 'forgotten ' || id where folder = ?"));

    private static final String UPLOADS = "";

    private final Store store;
    private final Map<String, Long> ids = new ConcurrentHashMap<>();

    public Sources(Store store) {
        this.store = store;
    }

    public long ofFolder(String folder) {
        return known(
                folder,
                db -> db.sql("""
                        insert into source (kind, folder) values ('folder', :folder)
                        on conflict (folder) do update set kind = kind returning id
                        """).param("folder", folder).query(Long.class).single());
    }

    /** @param number gives the number of one that is not known yet */
    private long known(String key, Function<JdbcClient, Long> number) {
        Long known = ids.get(key);
        if (known != null) {
            return known;
        }
        return store.write(db -> {
            long id = number.apply(db);
            store.afterCommit(() -> ids.put(key, id)); // in the order of writes: a later move of the folder removes it
            return id;
        });
    }

    /** Whether files ever came from the folder. */
    public boolean isKnown(String folder) {
        return find(folder).isPresent();
    }

    /** The id of a folder from which files came; empty for one that nobody knows. */
    public Optional<Long> find(String folder) {
        return store.read(db -> db.sql("select id from source where folder = ?")
                .param(folder)
                .query(Long.class)
                .optional());
    }

    /** A folder has another name from now on; it stays the same source. */
    public void moved(JdbcClient db, String from, String to) {
        db.sql("update source set folder = ? where folder = ?").params(to, from).update();
        store.afterCommit(() -> ids.remove(from));
    }

    public long ofUploads() {
        return known(UPLOADS, db -> db.sql("select id from source where kind = 'upload'")
                .query(Long.class)
                .optional()
                .orElseGet(() -> db.sql("insert into source (kind, folder) values ('upload', null) returning id")
                        .query(Long.class)
                        .single()));
    }

    /** The folder of a source; empty for uploads. */
    public Optional<String> findFolder(long id) {
        return store.read(db -> findFolder(db, id));
    }

    /** The same, as part of what is done with that connection. */
    public Optional<String> findFolder(JdbcClient db, long id) {
        return db.sql("select folder from source where id = :id and folder is not null")
                .param("id", id)
                .query(String.class)
                .optional();
    }
}
