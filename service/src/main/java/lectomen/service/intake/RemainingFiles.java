package lectomen.service.intake;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Files that stay in one hot folder: no rule wants them, they were there first and were to be left, or they were taken and can't
 * be removed. A file is named by its path below the hot folder.
 */
final class RemainingFiles {
    enum Why {
        UNWANTED("unwanted"),
        LEFT("left"),
        TAKEN("taken");

        private final String code;

        Why(String code) {
            this.code = code;
        }

        static Why ofCode(String code) {
            return List.of(values()).stream()
                    .filter(why -> why.code.equals(code))
                    .findFirst()
                    .orElseThrow(() -> new IllegalStateException("Nothing lies there because " + code));
        }
    }

    /** @param job that tells people of an unwanted file, or that a file was taken for */
    record Lying(FileMark mark, Why why, long rulebookVersion, Optional<String> job) {}

    /** By what a file is known to be the same. */
    record FileMark(long size, long mtime, long ctime) {
        static FileMark of(FileState state) {
            return new FileMark(state.size(), state.mtime(), state.ctime());
        }
    }

    private static final long NO_VERSION = -1;

    private final KeyedHash keyed;
    private final long source;
    private final Map<String, Lying> byKey = new ConcurrentHashMap<>();
    private final Map<Why, Integer> counts = new ConcurrentHashMap<>();

    RemainingFiles(Store store, KeyedHash keyed, long source) {
        this.keyed = keyed;
        this.source = source;
        store.read(db -> {
            db.sql("select * from lying_file where source_id = ?").param(source).query(row -> {
                byKey.put(
                        row.getString("name_key"),
                        new Lying(
                                new FileMark(row.getLong("size"), row.getLong("mtime"), row.getLong("ctime")),
                                Why.ofCode(row.getString("why")),
                                row.getLong("rulebook_version"),
                                Optional.ofNullable(row.getString("job_id"))));
            });
            return byKey;
        });
        byKey.values().forEach(lying -> count(lying, 1));
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
        count(byKey.put(key(name), lying), -1);
        count(lying, 1);
    }

    private void count(@Nullable Lying lying, int by) {
        if (lying != null) {
            counts.merge(lying.why(), by, Integer::sum);
        }
    }

    /** How many files lie there for that reason. */
    int count(Why why) {
        return counts.getOrDefault(why, 0);
    }

    /** Writes down that the job's file is to be looked at anew. */
    static void askFor(JdbcClient db, String job) {
        db.sql("update lying_file set rulebook_version = ? where job_id = ?")
                .params(NO_VERSION, job)
                .update();
    }

    /** Has the files of these jobs looked at anew, as was written down. */
    void lookAnewAt(Set<String> jobs) {
        byKey.replaceAll((key, lying) -> lying.job().filter(jobs::contains).isPresent()
                ? new Lying(lying.mark(), lying.why(), NO_VERSION, lying.job())
                : lying);
    }

    void forget(JdbcClient db, String key) {
        db.sql("delete from lying_file where source_id = ? and name_key = ?")
                .params(source, key)
                .update();
        count(byKey.remove(key), -1);
    }

    boolean isEmpty() {
        return byKey.isEmpty();
    }

    /** All of them by their keys; they may change while one looks. */
    Map<String, Lying> all() {
        return Collections.unmodifiableMap(byKey);
    }
}
