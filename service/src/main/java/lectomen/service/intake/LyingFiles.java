package lectomen.service.intake;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Files that stay in one hot folder: no rule wants them, or they were there first and were to be left. */
final class LyingFiles {
    enum Why {
        UNWANTED("unwanted"),
        LEFT("left");

        private final String code;

        Why(String code) {
            this.code = code;
        }
    }

    /** @param job that tells people of an unwanted file */
    record Lying(FileMark mark, Why why, long rulebookVersion, Optional<String> job) {}

    /** By what a file is known to be the same. */
    record FileMark(long size, long mtime, long ctime) {
        static FileMark of(FileState state) {
            return new FileMark(state.size(), state.mtime(), state.ctime());
        }
    }

    private final KeyedHash keyed;
    private final long source;
    private final Map<String, Lying> byKey = new ConcurrentHashMap<>();

    LyingFiles(Store store, KeyedHash keyed, long source) {
        this.keyed = keyed;
        this.source = source;
        store.read(db -> {
            db.sql("select * from lying_file where source_id = ?").param(source).query(row -> {
                byKey.put(
                        row.getString("name_key"),
                        new Lying(
                                new FileMark(row.getLong("size"), row.getLong("mtime"), row.getLong("ctime")),
                                row.getString("why").equals(Why.LEFT.code) ? Why.LEFT : Why.UNWANTED,
                                row.getLong("rulebook_version"),
                                Optional.ofNullable(row.getString("job_id"))));
            });
            return byKey;
        });
    }

    String key(String name) {
        return keyed.of("lying " + source + " " + name);
    }

    /** What was kept of the file, if it is still the same file. */
    Optional<Lying> find(String name, FileState state) {
        return Optional.ofNullable(byKey.get(key(name)))
                .filter(lying -> lying.mark().equals(FileMark.of(state)));
    }

    /** The job that was made for a file of this name, whatever became of the file. */
    Optional<String> findJob(String name) {
        return Optional.ofNullable(byKey.get(key(name))).flatMap(Lying::job);
    }

    void keep(JdbcClient db, String name, Lying lying) {
        db.sql("""
                        insert or replace into lying_file (source_id, name_key, size, mtime, ctime, why, rulebook_version, job_id)
                        values (?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .param(source)
                .param(key(name))
                .param(lying.mark().size())
                .param(lying.mark().mtime())
                .param(lying.mark().ctime())
                .param(lying.why().code)
                .param(lying.rulebookVersion())
                .param(lying.job().orElse(null))
                .update();
        byKey.put(key(name), lying);
    }

    void forget(JdbcClient db, String key) {
        db.sql("delete from lying_file where source_id = ? and name_key = ?")
                .params(source, key)
                .update();
        byKey.remove(key);
    }

    boolean isEmpty() {
        return byKey.isEmpty();
    }

    Map<String, Lying> all() {
        return Map.copyOf(byKey);
    }
}
