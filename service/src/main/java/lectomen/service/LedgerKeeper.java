package lectomen.service;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerHeadFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Keeps the ledger's head in its file, and compares the two when the service starts. */
final class LedgerKeeper implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(LedgerKeeper.class);

    private final Ledger ledger;
    private final LedgerHeadFile file;
    private final ScheduledExecutorService every =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "ledger-head"));

    LedgerKeeper(Ledger ledger, Path file) {
        this.ledger = ledger;
        this.file = new LedgerHeadFile(file);
    }

    void start() {
        try {
            Optional<Ledger.Head> kept = file.find();
            if (kept.isPresent() && kept.get().seq() > ledger.head().seq()) {
                LOG.error(
                        "The ledger has {} entries but had {} before: the store was set back. Restore it from the newest copy",
                        ledger.head().seq(),
                        kept.get().seq());
            }
        } catch (IOException e) {
            LOG.warn("The kept head of the ledger can't be read: {}", e.getMessage());
        }
        every.scheduleWithFixedDelay(this::keep, 1, 1, TimeUnit.SECONDS);
    }

    private void keep() {
        try {
            file.keep(ledger.head());
        } catch (IOException | RuntimeException e) {
            LOG.warn("The head of the ledger can't be kept: {}", e.getMessage());
        }
    }

    @Override
    public void close() {
        every.shutdownNow();
        keep();
    }
}
