package lectomen.engine.ocr;

import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
import java.util.concurrent.Semaphore;
import lectomen.engine.image.PagePixels;
import lectomen.engine.page.Page;

/**
 * Recognises several pages at once, each on its own thread. Pages are handed over one by one; the caller waits while as
 * many are being read as may be, so that memory does not grow with their number.
 */
public final class ParallelPages implements AutoCloseable {
    private final ReadingOptions wish;
    private final Semaphore free;
    private final ExecutorService threads;

    public ParallelPages(ReadingOptions wish) {
        this.wish = wish;
        this.free = new Semaphore(wish.atOnce());
        this.threads = Executors.newFixedThreadPool(wish.atOnce(), task -> {
            Thread thread = new Thread(task, "reading");
            thread.setDaemon(true);
            return thread;
        });
    }

    /** @return the page, when it is asked for */
    public Future<Page> read(PagePixels pixels, int number) {
        if (wish.atOnce() == 1) {
            FutureTask<Page> now = new FutureTask<>(() -> PageTextReader.read(pixels, number, wish));
            now.run();
            return now;
        }
        free.acquireUninterruptibly();
        return threads.submit(() -> {
            try {
                return PageTextReader.read(pixels, number, wish);
            } finally {
                free.release();
            }
        });
    }

    /** The page that was read. @throws RuntimeException what reading it ended in */
    public static Page page(Future<Page> read) {
        try {
            return read.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Reading was interrupted", e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) {
                throw cause;
            }
            if (e.getCause() instanceof Error cause) {
                throw cause;
            }
            throw new IllegalStateException(e.getCause());
        }
    }

    @Override
    public void close() {
        threads.shutdown();
    }
}
