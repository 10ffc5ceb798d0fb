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
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.apache.commons.dbcp2.BasicDataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/**
 * The database. Writes go through one thread that gathers what waits into one transaction and commits it durably
 * (synchronous=FULL), so that many small writes share one wait for the disk; each is atomic on its own and fails on its
 * own. Reads use a few connections of their own and see what was committed. When the disk takes nothing, as when it is full, writes
 * fail until it does again.
 *
 * <pre>{@code
 * store.write(db -> db.sql("update job set ...").update());   // returns once it can't be lost any more
 * }</pre>
 */
public final class Store implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Store.class);
    private static final int READERS = 4;
    private static final int MOST_IN_ONE_COMMIT = 500;
    private static final int STATEMENTS_KEPT_PREPARED = 300;
    /** In pages of 4 kB: a longer log writes a page that changes often to the database less often. */
    private static final String LOG_BEFORE_CHECKPOINT = "pragma wal_autocheckpoint = 8000";

    /** Codes of SQLite for a disk that is full, fails, or takes no writes. */
    private static final Set<Integer> OF_THE_DISK = Set.of(
            SQLiteErrorCode.SQLITE_FULL.code,
            SQLiteErrorCode.SQLITE_IOERR.code,
            SQLiteErrorCode.SQLITE_READONLY.code,
            SQLiteErrorCode.SQLITE_CANTOPEN.code,
            SQLiteErrorCode.SQLITE_CORRUPT.code,
            SQLiteErrorCode.SQLITE_NOTADB.code);

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
                LOG.warn("A connection to the database can't be closed: {}", e.getMessage());
            }
        }
    }

    private final BlockingQueue<Waiting> waiting = new LinkedBlockingQueue<>();
    private final BlockingQueue<Kept> readers = new ArrayBlockingQueue<>(READERS);
    private final Thread writer;
    private final StoreIdentity identity;
    private final Path file;
    private final String url;

    // Touched by the writer alone.
    private Kept writing;
    private final Deque<Runnable> afterCommit = new ArrayDeque<>();
    private long rollbacks;
    private int diskFailures; // of the group that is being written

    private volatile Optional<String> trouble = Optional.empty();
    private volatile boolean closed;

    private Store(Path file, String url, InstantSource clock) throws SQLException {
        this.file = file;
        this.url = url;
        this.writing = openWriting(url);
        for (int i = 0; i < READERS; i++) {
            readers.add(Kept.open(url, true));
        }
        this.writer = new Thread(this::writeForEver, "store-writer");
        writer.setDaemon(true);
        writer.start();
        this.identity = write(db -> StoreIdentity.loadOrMake(db, clock.instant()));
    }

    private static Kept openWriting(String url) throws SQLException {
        Kept opened = Kept.open(url, false);
        opened.connection().setAutoCommit(false);
        return opened;
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

    /** The folder that the database is in. */
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
        if (!writer.isAlive()) {
            failWaiting();
        }
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
        try {
            while (!closed || !waiting.isEmpty()) {
                Waiting first = waiting.poll(200, TimeUnit.MILLISECONDS);
                if (first != null) {
                    List<Waiting> group = new ArrayList<>(List.of(first));
                    waiting.drainTo(group, MOST_IN_ONE_COMMIT - 1);
                    writeOrFail(group);
                }
            }
        } catch (InterruptedException e) {
            LOG.error("The store's writer was interrupted; nothing can be written any more");
        } finally {
            failWaiting();
        }
    }

    /** Nobody waits for a writer that has ended. */
    private void failWaiting() {
        for (Waiting left = waiting.poll(); left != null; left = waiting.poll()) {
            left.result().completeExceptionally(new IllegalStateException("The store no longer accepts writes"));
        }
    }

    /** Whatever goes wrong fails the group and nothing else: the writer goes on with the next. */
    private void writeOrFail(List<Waiting> group) {
        try {
            writeGroup(group);
        } catch (SQLException | RuntimeException | Error e) {
            undo();
            findTrouble(e).ifPresentOrElse(this::noteTrouble, () -> LOG.error("Writes failed together", e));
            group.forEach(one -> one.result().completeExceptionally(e));
        }
    }

    private void writeGroup(List<Waiting> group) throws SQLException {
        if (writing.connection().isClosed()) {
            writing = openWriting(url);
        }
        List<Runnable> whenDurable = new ArrayList<>();
        afterCommit.clear();
        diskFailures = 0;
        boolean inTrouble = trouble.isPresent();
        long changesBefore = inTrouble ? changes() : 0;
        for (Waiting one : group) {
            whenDurable.add(writeOne(one));
        }
        boolean changed = inTrouble && changes() != changesBefore;
        writing.connection().commit();
        if (changed && diskFailures == 0) {
            LOG.info("The database can be written again");
            trouble = Optional.empty();
        }
        whenDurable.forEach(Runnable::run);
        afterCommit.forEach(Store::runOrLog);
    }

    /** How many rows this connection has changed. */
    private long changes() {
        return writing.client().sql("select total_changes()").query(Long.class).single();
    }

    private static void runOrLog(Runnable then) {
        try {
            then.run();
        } catch (RuntimeException | Error e) {
            LOG.error("An action after a write failed; the write itself is committed", e);
        }
    }

    /** Does one work of the group; what it gives tells the waiting thread, once the whole group is durable. */
    private Runnable writeOne(Waiting one) throws SQLException {
        int told = afterCommit.size();
        Savepoint before = writing.connection().setSavepoint();
        try {
            Object value = one.work().in(writing.client());
            writing.connection().releaseSavepoint(before);
            return () -> one.result().complete(value);
        } catch (RuntimeException | Error e) {
            rollbacks++;
            while (afterCommit.size() > told) {
                afterCommit.removeLast();
            }
            findTrouble(e).ifPresent(this::noteTrouble);
            if (!isRolledBack(before)) {
                throw e;
            }
            return () -> one.result().completeExceptionally(e);
        }
    }

    /** Where SQLite has undone the whole group by itself, as on a full disk, all of it fails for the same reason. */
    private boolean isRolledBack(Savepoint before) {
        try {
            writing.connection().rollback(before);
            return true;
        } catch (SQLException undoneAlready) {
            return false;
        }
    }

    /** Rolls back what was not committed. On a full disk SQLite has already done so; the next write then reopens the database. */
    private void undo() {
        rollbacks++;
        try {
            writing.connection().rollback();
        } catch (SQLException e) {
            writing.close();
        }
    }

    private void noteTrouble(String problem) {
        diskFailures++;
        if (trouble.isEmpty()) {
            LOG.error("The database can't be written: {}. Processing resumes by itself when it can", problem);
            trouble = Optional.of(problem);
        }
    }

    /** What the database says when it is not the work's fault but that of the disk. */
    private static Optional<String> findTrouble(Throwable thrown) {
        for (Throwable cause = thrown; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLiteException e && OF_THE_DISK.contains(e.getResultCode().code & 0xff)) {
                return Optional.of(String.valueOf(e.getMessage()));
            }
        }
        return Optional.empty();
    }

    /** Why the disk takes no writes, in the database's words; empty while it does. */
    public Optional<String> findTrouble() {
        return trouble;
    }

    /** Whether the thread lives that writes. Without it nothing is written until the service is started again. */
    public boolean hasWriter() {
        return writer.isAlive();
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
