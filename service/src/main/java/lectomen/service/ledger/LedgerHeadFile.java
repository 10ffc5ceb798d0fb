package lectomen.service.ledger;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import lectomen.service.bytes.PrivateFiles;

/** The head of the ledger in a file outside the database, so that a database restored from an older copy is noticed. */
public final class LedgerHeadFile {
    private final Path file;
    private Ledger.Head written = new Ledger.Head(-1, "");

    public LedgerHeadFile(Path file) {
        this.file = file;
    }

    /** Writes the head if it moved since the last call. */
    public synchronized void keep(Ledger.Head head) throws IOException {
        if (head.seq() != written.seq()) {
            PrivateFiles.write(file, head.seq() + " " + head.hash() + "\n");
            written = head;
        }
    }

    /** The head that was kept last; empty when there is none or it can't be read. */
    public Optional<Ledger.Head> find() throws IOException {
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        String[] parts = Files.readString(file).strip().split(" ");
        return parts.length == 2 && parts[0].matches("\\d{1,18}")
                ? Optional.of(new Ledger.Head(Long.parseLong(parts[0]), parts[1]))
                : Optional.empty();
    }
}
