package lectomen.service.job;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/**
 * An index of parts of file names, to search a million jobs. It is in a file of its own, follows the jobs by their numbers,
 * and is made again when it does not fit them; it only affects speed. Safe for several threads.
 *
 * <p>A job gets its number when its file is claimed, and stands among the jobs once the file is safe: a large file's job comes
 * after jobs of higher numbers. So numbers that were passed over are asked for again.
 */
final class JobNames implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(JobNames.class);

    /** The index knows all parts of three letters and more. */
    static final int SHORTEST = 3;

    private static final int PER_STEP = 5_000;
    private static final int MOST_STEPS_AT_ONCE = 4;

    /** Numbers that were passed over further back than so many will not come any more. */
    private static final int MOST_MISSING = 2_000;

    private record Named(long number, String name) {}

    private final Store store;
    private final SingleConnectionDataSource source;
    private final Connection connection;
    private final JdbcClient index;
    private final NavigableSet<Long> missing = new TreeSet<>();
    private long upTo;

    JobNames(Store store) {
        this.store = store;
        Path file = store.folder().resolve("search.db");
        this.source = new SingleConnectionDataSource("jdbc:sqlite:" + file, true);
        try {
            this.connection = source.getConnection();
            this.index = JdbcClient.create(source);
            index.sql("pragma journal_mode = wal").query(String.class).single();
            index.sql("pragma synchronous = off").update();
            index.sql("create virtual table if not exists job_name using fts5 (name, tokenize = 'trigram')")
                    .update();
            index.sql("create table if not exists of_store (id text not null)").update();
            beginAnewIfOfAnotherStore();
        } catch (SQLException e) {
            throw new IllegalStateException("The index of names in " + file + " can't be opened; remove that file", e);
        }
    }

    private void beginAnewIfOfAnotherStore() {
        String mark = store.identity().id() + " " + store.identity().incarnation();
        upTo = index.sql("select coalesce(max(rowid), 0) from job_name")
                .query(Long.class)
                .single();
        boolean known =
                index.sql("select id from of_store").query(String.class).list().equals(List.of(mark));
        long newest = store.read(db -> db.sql("select coalesce(max(number), 0) from job")
                .query(Long.class)
                .single());
        if (!known || upTo > newest) {
            index.sql("delete from job_name").update();
            index.sql("delete from of_store").update();
            index.sql("insert into of_store values (?)").param(mark).update();
            upTo = 0;
        }
        passOver(
                Math.max(0, upTo - MOST_MISSING),
                index.sql("select rowid from job_name where rowid > ? order by rowid")
                        .param(upTo - MOST_MISSING)
                        .query(Long.class)
                        .list());
    }

    /** @param numbers those that are there, in order, all beyond {@code from} */
    private void passOver(long from, List<Long> numbers) {
        long expected = from + 1;
        for (long number : numbers) {
            for (long absent = Math.max(expected, number - MOST_MISSING); absent < number; absent++) {
                missing.add(absent);
            }
            expected = number + 1;
        }
        while (missing.size() > MOST_MISSING) {
            missing.pollFirst();
        }
    }

    /** Takes in the jobs that were made since; false if so many are missing that the index can't be used yet. */
    synchronized boolean catchUp() {
        takeInWhatCameLate();
        for (int step = 0; step < MOST_STEPS_AT_ONCE; step++) {
            List<Named> next = store.read(db -> db.sql("""
                            select j.number, w.name from job j join job_words w on w.job_id = j.id
                            where j.number > :after order by j.number limit :most
                            """)
                    .param("after", upTo)
                    .param("most", PER_STEP)
                    .query((row, n) -> new Named(row.getLong("number"), row.getString("name")))
                    .list());
            if (!next.isEmpty()) {
                passOver(upTo, next.stream().map(Named::number).toList());
                add(next);
            }
            if (next.size() < PER_STEP) {
                return true;
            }
        }
        return false;
    }

    private void takeInWhatCameLate() {
        if (missing.isEmpty()) {
            return;
        }
        List<Named> late = store.read(db -> db.sql("""
                        select j.number, w.name from job j join job_words w on w.job_id = j.id
                        where j.number in (:numbers) order by j.number
                        """)
                .param("numbers", missing)
                .query((row, n) -> new Named(row.getLong("number"), row.getString("name")))
                .list());
        if (!late.isEmpty()) {
            add(late);
            late.forEach(one -> missing.remove(one.number()));
        }
    }

    private void add(List<Named> named) {
        try {
            connection.setAutoCommit(false);
            for (Named one : named) {
                index.sql("insert into job_name (rowid, name) values (?, ?)")
                        .params(one.number(), one.name())
                        .update();
            }
            connection.commit();
            connection.setAutoCommit(true);
            upTo = Math.max(upTo, named.get(named.size() - 1).number());
        } catch (SQLException e) {
            LOG.error("The index of names can't be written; searching takes longer until the next start", e);
        }
    }

    /**
     * The numbers of jobs whose file name holds the text, in order.
     *
     * @param beyond only numbers on the other side of this one; empty for all
     * @return empty if there are more than so many
     */
    synchronized Optional<List<Long>> find(String text, boolean newestFirst, Optional<Long> beyond, int most) {
        String side = beyond.isEmpty() ? "" : newestFirst ? " and rowid < :beyond" : " and rowid > :beyond";
        List<Long> found = new ArrayList<>(index.sql("select rowid from job_name where job_name match :words" + side
                        + " order by rowid " + (newestFirst ? "desc" : "asc") + " limit :most")
                .param("words", "\"" + text.replace("\"", "\"\"") + "\"")
                .param("beyond", beyond.orElse(0L))
                .param("most", most + 1)
                .query(Long.class)
                .list());
        return found.size() > most ? Optional.empty() : Optional.of(found);
    }

    /** Forgets the names of jobs that were removed. */
    synchronized void forget(List<Long> numbers) {
        for (long number : numbers) {
            index.sql("delete from job_name where rowid = ?").param(number).update();
        }
    }

    @Override
    public synchronized void close() {
        source.destroy();
    }
}
