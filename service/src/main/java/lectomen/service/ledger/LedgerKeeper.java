package lectomen.service.ledger;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Writes the ledger's head to its file, and compares the two when the service starts. */
public final class LedgerKeeper implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(LedgerKeeper.class);

    private final Ledger ledger;
    private final LedgerHeadFile file;
    private volatile Optional<String> warning = Optional.empty();
    private volatile long keptSeq;
    private final ScheduledExecutorService every =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "ledger-head"));

    public LedgerKeeper(Ledger ledger, Path file) {
        this.ledger = ledger;
        this.file = new LedgerHeadFile(file);
    }

    /** Compares, then keeps the head from now on. */
    public void start() {
        try {
            Optional<Ledger.Head> kept = file.find();
            keptSeq = kept.map(Ledger.Head::seq).orElse(0L);
            if (kept.isPresent() && kept.get().seq() > ledger.head().seq()) {
                warning = Optional.of("The ledger has " + ledger.head().seq() + " entries and had "
                        + kept.get().seq() + " before: the store was reset to an older state.");
                LOG.error("{} Restore it from the newest copy", warning.get());
            }
        } catch (IOException e) {
            LOG.warn("The stored head of the ledger can't be read: {}", e.getMessage());
        }
        every.scheduleWithFixedDelay(this::keep, 1, 1, TimeUnit.SECONDS);
    }

    /** What was found wrong when the service started; empty when all was well. */
    public Optional<String> warning() {
        return warning;
    }

    private void keep() {
        try {
            Ledger.Head head = ledger.head();
            if (head.seq() >= keptSeq) { // the head of a longer history stays as the witness that there was one
                file.keep(head);
            }
        } catch (IOException | RuntimeException e) {
            LOG.warn("The head of the ledger can't be stored: {}", e.getMessage());
        }
    }

    @Override
    public void close() {
        every.shutdownNow();
        keep();
    }
}
