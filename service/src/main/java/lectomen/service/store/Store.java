package lectomen.service.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
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

    /** Something to do with the database. */
    @FunctionalInterface
    public interface Work<T> {
        T in(JdbcClient db);
    }

    private record Waiting(Work<?> work, CompletableFuture<Object> result) {}

    private final BlockingQueue<Waiting> waiting = new LinkedBlockingQueue<>();
    private final BlockingQueue<SingleConnectionDataSource> readers = new ArrayBlockingQueue<>(READERS);
    private final SingleConnectionDataSource writerSource;
    private final Connection writerConnection;
    private final JdbcClient writerClient;
    private final Thread writer;
    private final StoreIdentity identity;
    private volatile boolean closed;

    private Store(String url, InstantSource clock) throws SQLException {
        this.writerSource = connect(url, false);
        this.writerConnection = writerSource.getConnection();
        this.writerClient = JdbcClient.create(writerSource);
        writerConnection.setAutoCommit(false);
        for (int i = 0; i < READERS; i++) {
            readers.add(connect(url, true));
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
            return new Store(url, clock);
        } catch (IOException | SQLException e) {
            throw new IllegalStateException("The database in " + folder + " can't be opened", e);
        }
    }

    private static SingleConnectionDataSource connect(String url, boolean readOnly) {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        config.enforceForeignKeys(true);
        config.setBusyTimeout(10_000);
        SingleConnectionDataSource source = new SingleConnectionDataSource(url, true);
        source.setConnectionProperties(config.toProperties());
        if (readOnly) {
            JdbcClient.create(source).sql("pragma query_only = on").update();
        }
        return source;
    }

    public StoreIdentity identity() {
        return identity;
    }

    /**
     * Does the work in a transaction and waits until it is durable. Inside other write work it joins that.
     *
     * @throws RuntimeException what the work threw; nothing of it was written then
     */
    public <T> T write(Work<T> work) {
        if (Thread.currentThread() == writer) {
            return work.in(writerClient);
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
        SingleConnectionDataSource source;
        try {
            source = readers.take();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted while waiting for the database", e);
        }
        try {
            return work.in(JdbcClient.create(source));
        } finally {
            readers.add(source);
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
        try {
            for (Waiting one : group) {
                Savepoint before = writerConnection.setSavepoint();
                try {
                    Object value = one.work().in(writerClient);
                    writerConnection.releaseSavepoint(before);
                    whenDurable.add(() -> one.result().complete(value));
                } catch (RuntimeException e) {
                    writerConnection.rollback(before);
                    whenDurable.add(() -> one.result().completeExceptionally(e));
                }
            }
            writerConnection.commit();
            whenDurable.forEach(Runnable::run);
        } catch (SQLException e) {
            rollback();
            group.forEach(one -> one.result().completeExceptionally(e));
        }
    }

    private void rollback() {
        try {
            writerConnection.rollback();
        } catch (SQLException e) {
            throw new IllegalStateException("The database takes no writes any more; restart the service", e);
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
        readers.forEach(SingleConnectionDataSource::destroy);
        writerSource.destroy();
    }
}
