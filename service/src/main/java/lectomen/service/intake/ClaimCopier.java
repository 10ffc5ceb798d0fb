package lectomen.service.intake;

import java.io.IOException;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executor;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiConsumer;
import java.util.function.Consumer;

/** Copies claimed files into the home on other threads, and retries a copy that fails. */
final class ClaimCopier {
    private final Claims claims;
    private final Executor copiers;
    private final Consumer<Claims.Moved> whenKept;
    private final BiConsumer<String, Exception> whenNot;
    private final AtomicInteger beingCopied = new AtomicInteger();
    private final ConcurrentLinkedQueue<Claims.Moved> unfinished = new ConcurrentLinkedQueue<>();

    /** @param whenNot told of a claim whose files can't be kept yet */
    ClaimCopier(
            Claims claims, Executor copiers, Consumer<Claims.Moved> whenKept, BiConsumer<String, Exception> whenNot) {
        this.claims = claims;
        this.copiers = copiers;
        this.whenKept = whenKept;
        this.whenNot = whenNot;
    }

    /** Whether no copy is being made. */
    boolean isQuiet() {
        return beingCopied.get() == 0;
    }

    boolean hasUnfinished() {
        return !unfinished.isEmpty();
    }

    void copy(Claims.Moved moved) {
        beingCopied.incrementAndGet();
        try {
            copiers.execute(() -> finish(moved));
        } catch (RejectedExecutionException stopping) {
            // the next start recovers it
        }
    }

    private void finish(Claims.Moved moved) {
        try {
            if (claims.finish(moved)) {
                whenKept.accept(moved);
            }
        } catch (IOException | RuntimeException e) {
            whenNot.accept(moved.claim(), e);
            unfinished.add(moved);
        } finally {
            beingCopied.decrementAndGet();
        }
    }

    void retryUnfinished() {
        for (int i = unfinished.size(); i > 0; i--) {
            Claims.Moved moved = unfinished.poll();
            if (moved != null) {
                copy(moved);
            }
        }
    }
}
