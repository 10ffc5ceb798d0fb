package lectomen.service.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;

/** Stores for tests, empty at first. Their tables are copied, since making them by the scripts takes longer than most tests. */
public final class FreshStore {
    private FreshStore() {}

    /** A database with its tables and nothing in them. */
    private static final class Empty {
        private static final byte[] DATABASE = made();

        private static byte[] made() {
            try {
                Path file = Files.createTempDirectory("lectomen-empty-").resolve("lectomen.db");
                Migrations.bringUpToDate(file, "jdbc:sqlite:" + file, Instant.EPOCH);
                byte[] database = Files.readAllBytes(file);
                Files.delete(file);
                Files.delete(file.getParent());
                return database;
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** The store of a folder; an empty one where there is none. */
    public static Store open(Path folder, InstantSource clock) {
        try {
            Files.createDirectories(folder);
            Path database = folder.resolve("lectomen.db");
            if (Files.notExists(database)) {
                Files.write(database, Empty.DATABASE);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Store.open(folder, clock);
    }
}
