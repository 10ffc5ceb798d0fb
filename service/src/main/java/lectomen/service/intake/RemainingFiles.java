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
 * Files that stay in one hot folder: no rule matches them, they were there first and are to stay, or they were taken and can't
 * be removed. A file is named by its path below the hot folder.
 */
final class RemainingFiles {
    enum Why {
        UNMATCHED("unmatched"),
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
                    .orElseThrow(() -> new IllegalStateException("Unknown reason for a remaining file: " + code));
        }
    }

    /** @param job that tells people of an unmatched file, or that a file was taken for */
    record Entry(FileMark mark, Why why, long rulebookVersion, Optional<String> job) {}

    /** By what a file is known to be the same. */
    record FileMark(long size, long mtime, long ctime) {
        static FileMark of(FileState state) {
            return new FileMark(state.size(), state.mtime(), state.ctime());
        }
    }

    private static final long NO_VERSION = -1;

    private final KeyedHash keyed;
    private final long source;
    private final Map<String, Entry> byKey = new ConcurrentHashMap<>();
    private final Map<Why, Integer> counts = new ConcurrentHashMap<>();

    RemainingFiles(Store store, KeyedHash keyed, long source) {
        this.keyed = keyed;
        this.source = source;
        store.read(db -> {
            db.sql("select * from remaining_file where source_id = ?")
                    .param(source)
                    .query(row -> {
                        byKey.put(
                                row.getString("name_key"),
                                new Entry(
                                        new FileMark(row.getLong("size"), row.getLong("mtime"), row.getLong("ctime")),
                                        Why.ofCode(row.getString("why")),
                                        row.getLong("rulebook_version"),
                                        Optional.ofNullable(row.getString("job_id"))));
                    });
            return byKey;
        });
        byKey.values().forEach(entry -> count(entry, 1));
    }

    String key(String name) {
        return keyed.of("lying " + source + " " + name);
    }

    /** What was kept of the file, if it is still the same file. */
    Optional<Entry> find(String name, FileState state) {
        return Optional.ofNullable(byKey.get(key(name)))
                .filter(entry -> entry.mark().equals(FileMark.of(state)));
    }

    /** The job that was made for a file of this name, whatever became of the file. */
    Optional<String> findJob(String name) {
        return Optional.ofNullable(byKey.get(key(name))).flatMap(Entry::job);
    }

    void keep(JdbcClient db, String name, Entry entry) {
        db.sql("""
                        insert or replace into remaining_file (source_id, name_key, size, mtime, ctime, why, rulebook_version, job_id)
                        values (?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .param(source)
                .param(key(name))
                .param(entry.mark().size())
                .param(entry.mark().mtime())
                .param(entry.mark().ctime())
                .param(entry.why().code)
                .param(entry.rulebookVersion())
                .param(entry.job().orElse(null))
                .update();
        count(byKey.put(key(name), entry), -1);
        count(entry, 1);
    }

    private void count(@Nullable Entry entry, int by) {
        if (entry != null) {
            counts.merge(entry.why(), by, Integer::sum);
        }
    }

    /** How many files are there for that reason. */
    int count(Why why) {
        return counts.getOrDefault(why, 0);
    }

    /** Writes down that the job's file is to be looked at again. */
    static void askFor(JdbcClient db, String job) {
        db.sql("update remaining_file set rulebook_version = ? where job_id = ?")
                .params(NO_VERSION, job)
                .update();
    }

    /** Has the files of these jobs looked at again, as was written down. */
    void lookAnewAt(Set<String> jobs) {
        byKey.replaceAll((key, entry) -> entry.job().filter(jobs::contains).isPresent()
                ? new Entry(entry.mark(), entry.why(), NO_VERSION, entry.job())
                : entry);
    }

    void forget(JdbcClient db, String key) {
        db.sql("delete from remaining_file where source_id = ? and name_key = ?")
                .params(source, key)
                .update();
        count(byKey.remove(key), -1);
    }

    boolean isEmpty() {
        return byKey.isEmpty();
    }

    /** All of them by their keys; they may change while one looks. */
    Map<String, Entry> all() {
        return Collections.unmodifiableMap(byKey);
    }
}
