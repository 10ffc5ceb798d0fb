package lectomen.service.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.time.InstantSource;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.apache.commons.dbcp2.BasicDataSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.sqlite.SQLiteConfig;

/**
 * The database. Writes go through one thread that gathers what waits into one transaction and commits it durably
 * (synchronous=FULL), so that many small writes share one wait for the disk; each is atomic on its own and fails on its
 * own. Reads use a few connections of their own and see what was committed.
 *
 * <pre>{@code
 * store.write(db -> db.sql("update job set ...").update());   // returns once it can't be lost any more
 * }</pre>
 */
public final class Store implements AutoCloseable {
    private static final int READERS = 4;
    private static final int MOST_IN_ONE_COMMIT = 500;
    private static final int STATEMENTS_KEPT_PREPARED = 300;
    /** In pages of 4 kB: a longer log writes a page that changes often to the database less often. */
    private static final String LOG_BEFORE_CHECKPOINT = "pragma wal_autocheckpoint = 8000";

    private static final String CACHE_OF_EACH_CONNECTION = "pragma cache_size = -16000";

    /** Something to do with the database. */
    @FunctionalInterface
    public interface Work<T> {
        T in(JdbcClient db);
    }

    private record Waiting(Work<?> work, CompletableFuture<Object> result) {}

    /** One connection that is kept open with the statements that were prepared on it. */
    private record Kept(BasicDataSource pool, Connection connection, JdbcClient client) {
        static Kept open(String url, boolean readOnly) throws SQLException {
            BasicDataSource pool = new BasicDataSource();
            pool.setUrl(url);
            pool.setInitialSize(1);
            pool.setMaxTotal(1);
            pool.setPoolPreparedStatements(true);
            pool.setMaxOpenPreparedStatements(STATEMENTS_KEPT_PREPARED);
            config().toProperties().forEach((key, value) -> pool.addConnectionProperty((String) key, (String) value));
            Connection connection = pool.getConnection();
            JdbcClient client = JdbcClient.create(new SingleConnectionDataSource(connection, true));
            client.sql(CACHE_OF_EACH_CONNECTION).update();
            client.sql(LOG_BEFORE_CHECKPOINT).query(Integer.class).single();
            if (readOnly) {
                client.sql("pragma query_only = on").update();
            }
            return new Kept(pool, connection, client);
        }

        private static SQLiteConfig config() {
            SQLiteConfig config = new SQLiteConfig();
            config.setJournalMode(SQLiteConfig.JournalMode.WAL);
            config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
            config.enforceForeignKeys(true);
            config.setBusyTimeout(10_000);
            return config;
        }

        void close() {
            try {
                connection.close();
                pool.close();
            } catch (SQLException e) {
                throw new IllegalStateException("The database can't be closed", e);
            }
        }
    }

    private final BlockingQueue<Waiting> waiting = new LinkedBlockingQueue<>();
    private final BlockingQueue<Kept> readers = new ArrayBlockingQueue<>(READERS);
    private final Kept writing;
    private final Thread writer;
    private final StoreIdentity identity;
    private final Path file;

    // Touched by the writer alone.
    private final Deque<Runnable> afterCommit = new ArrayDeque<>();
    private long rollbacks;

    private volatile boolean closed;

    private Store(Path file, String url, InstantSource clock) throws SQLException {
        this.file = file;
        this.writing = Kept.open(url, false);
        writing.connection().setAutoCommit(false);
        for (int i = 0; i < READERS; i++) {
            readers.add(Kept.open(url, true));
        }
        this.writer = new Thread(this::writeForEver, "store-writer");
        writer.setDaemon(true);
        writer.start();
        this.identity = write(db -> StoreIdentity.loadOrMake(db, clock.instant()));
    }

    /**
     * Opens the database in the folder, or makes it. A database of an older form is copied beside itself and brought up to
     * date.
     *
     * @throws NewerStoreException if it was written by a newer version of the service
     */
    public static Store open(Path folder, InstantSource clock) {
        try {
            Files.createDirectories(folder);
            Path file = folder.resolve("lectomen.db");
            String url = "jdbc:sqlite:" + file;
            Migrations.bringUpToDate(file, url, clock.instant());
            return new Store(file, url, clock);
        } catch (IOException | SQLException e) {
            throw new IllegalStateException("The database in " + folder + " can't be opened", e);
        }
    }

    public StoreIdentity identity() {
        return identity;
    }

    /** The folder that the database lies in. */
    public Path folder() {
        return Objects.requireNonNull(file.getParent());
    }

    /** Has something done once the write that is being made can't be lost any more; not done if it fails. Be quick there. */
    public void afterCommit(Runnable then) {
        if (Thread.currentThread() != writer) {
            throw new IllegalStateException("Only inside a write is there a commit to come");
        }
        afterCommit.add(then);
    }

    /** How often a write was undone. What the writer's thread remembers of the database is worth nothing after one more. */
    public long rollbacks() {
        return rollbacks;
    }

    /**
     * Does the work in a transaction and waits until it is durable. Inside other write work it joins that.
     *
     * @throws RuntimeException what the work threw; nothing of it was written then
     */
    public <T> T write(Work<T> work) {
        if (Thread.currentThread() == writer) {
            return work.in(writing.client());
        }
        if (closed) {
            throw new IllegalStateException("The store is closed");
        }
        CompletableFuture<Object> result = new CompletableFuture<>();
        waiting.add(new Waiting(work, result));
        try {
            @SuppressWarnings("unchecked") // the future is completed with what this work returned
            T value = (T) result.join();
            return value;
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) {
                throw cause;
            }
            throw new IllegalStateException("A write failed", e.getCause());
        }
    }

    /** Does the work on what was committed before. */
    public <T> T read(Work<T> work) {
        Kept reader;
        try {
            reader = readers.take();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted while waiting for the database", e);
        }
        try {
            return work.in(reader.client());
        } finally {
            readers.add(reader);
        }
    }

    private void writeForEver() {
        while (!closed || !waiting.isEmpty()) {
            try {
                Waiting first = waiting.poll(200, TimeUnit.MILLISECONDS);
                if (first != null) {
                    List<Waiting> group = new ArrayList<>(List.of(first));
                    waiting.drainTo(group, MOST_IN_ONE_COMMIT - 1);
                    writeGroup(group);
                }
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private void writeGroup(List<Waiting> group) {
        List<Runnable> whenDurable = new ArrayList<>();
        afterCommit.clear();
        try {
            for (Waiting one : group) {
                whenDurable.add(writeOne(one));
            }
            writing.connection().commit();
        } catch (SQLException e) {
            rollback();
            group.forEach(one -> one.result().completeExceptionally(e));
            return;
        }
        whenDurable.forEach(Runnable::run);
        afterCommit.forEach(Runnable::run);
    }

    /** Does one work of the group; what it gives tells the waiting thread, once the whole group is durable. */
    private Runnable writeOne(Waiting one) throws SQLException {
        int told = afterCommit.size();
        Savepoint before = writing.connection().setSavepoint();
        try {
            Object value = one.work().in(writing.client());
            writing.connection().releaseSavepoint(before);
            return () -> one.result().complete(value);
        } catch (RuntimeException e) {
            rollbacks++;
            while (afterCommit.size() > told) {
                afterCommit.removeLast();
            }
            writing.connection().rollback(before);
            return () -> one.result().completeExceptionally(e);
        }
    }

    private void rollback() {
        rollbacks++;
        try {
            writing.connection().rollback();
        } catch (SQLException e) {
            throw new IllegalStateException("The database takes no writes any more; restart the service", e);
        }
    }

    /** Whether a write can be made durable now. */
    public boolean isWritable() {
        try {
            return write(db -> db.sql("update store_identity set incarnation = incarnation")
                            .update()
                    == 1);
        } catch (RuntimeException e) {
            return false;
        }
    }

    /** Writes what still waits, then closes. */
    @Override
    public void close() {
        closed = true;
        try {
            writer.join(30_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        readers.forEach(Kept::close);
        writing.close();
    }
}
