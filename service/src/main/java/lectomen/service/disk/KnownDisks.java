package lectomen.service.disk;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.InstantSource;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Remembers which disk or share each hot folder and destination is on. Where a share is not mounted, the folder that it is
 * mounted on is there all the same, empty, and what is put into it vanishes from sight once the share is back; so a folder that
 * is suddenly elsewhere counts as away until a person says that it was moved.
 *
 * <p>A share may have another number, or a disk another name, after a restart. Where that may be, a small hidden file in the
 * folder tells that it is the same. Folders on the disk of the home need none. Safe for several threads.
 */
public final class KnownDisks {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "folder_disk",
            List.of("folder"),
            ErasableColumns.Subject.FOLDER,
            "delete from folder_disk where folder = ?"));

    private static final Logger LOG = LoggerFactory.getLogger(KnownDisks.class);
    private static final String MARKER = ".lectomen-folder";
    private static final int MARKER_BYTES = 16;

    /** That a folder is elsewhere than before. Both in words for people. */
    public record Elsewhere(String before, String now) {}

    private record Known(Disk disk, boolean besideHome, String marker) {}

    private final Store store;
    private final Ledger ledger;
    private final InstantSource clock;
    private final Path home;
    private final Disk.Probe probe;
    private final SecureRandom random = new SecureRandom();

    /** The devices on which folders were last found to be in order, so that most looks cost next to nothing. */
    private final Map<Path, Long> inOrder = new ConcurrentHashMap<>();

    public KnownDisks(Store store, Ledger ledger, Path home, InstantSource clock) {
        this(store, ledger, home, clock, new Disk.OfSystem());
    }

    KnownDisks(Store store, Ledger ledger, Path home, InstantSource clock, Disk.Probe probe) {
        this.store = store;
        this.ledger = ledger;
        this.home = home;
        this.clock = clock;
        this.probe = probe;
    }

    /** Where a folder that is there is now, if that is not where it was before. The first look at a folder remembers it. */
    public Optional<Elsewhere> findElsewhere(Path folder) throws IOException {
        Long last = inOrder.get(folder);
        if (last != null && last == probe.device(folder)) {
            return Optional.empty();
        }
        return findElsewhereNow(folder);
    }

    /** Whether the folder was ever looked at. */
    public boolean isKnown(Path folder) {
        return find(folder).isPresent();
    }

    private synchronized Optional<Elsewhere> findElsewhereNow(Path folder) throws IOException {
        Disk now = probe.disk(folder);
        Optional<Known> known = find(folder);
        if (known.isEmpty()) {
            remember(folder, now);
            return Optional.empty();
        }
        if (isSame(folder, known.get(), now)) {
            if (!known.get().disk().equals(now)) {
                remember(folder, now);
            }
            inOrder.put(folder, now.device());
            return Optional.empty();
        }
        inOrder.remove(folder);
        return Optional.of(new Elsewhere(known.get().disk().words(), now.words()));
    }

    private boolean isSame(Path folder, Known known, Disk now) throws IOException {
        if (known.besideHome()) {
            return isBesideHome(now);
        }
        if (!known.marker().isEmpty() && known.marker().equals(marker(folder))) {
            return true;
        }
        // Without the marker, which somebody may have removed, nothing at all may have changed.
        return known.marker().isEmpty()
                ? known.disk().isLike(now)
                : known.disk().equals(now);
    }

    /**
     * Takes the place where a folder is now for its right one, since a person says so.
     *
     * @return false, and nothing is done, if it is not elsewhere
     */
    public synchronized boolean confirm(Path folder, String principal) throws IOException {
        if (findElsewhereNow(folder).isEmpty()) {
            return false;
        }
        remember(folder, probe.disk(folder));
        store.write(db -> {
            ledger.append(db, principal, "folder.moved", "service");
            return folder;
        });
        return true;
    }

    private boolean isBesideHome(Disk disk) throws IOException {
        return disk.device() == probe.device(home);
    }

    private void remember(Path folder, Disk disk) throws IOException {
        boolean besideHome = isBesideHome(disk);
        String marker = besideHome ? "" : writtenMarker(folder);
        store.write(db -> db.sql("""
                        insert into folder_disk (folder, device, type, name, beside_home, marker, seen_at)
                        values (:folder, :device, :type, :name, :home, :marker, :at)
                        on conflict (folder) do update set device = excluded.device, type = excluded.type,
                            name = excluded.name, beside_home = excluded.beside_home, marker = excluded.marker,
                            seen_at = excluded.seen_at
                        """)
                .param("folder", folder.toString())
                .param("device", disk.device())
                .param("type", disk.type())
                .param("name", disk.name())
                .param("home", besideHome ? 1 : 0)
                .param("marker", marker)
                .param("at", clock.millis())
                .update());
        inOrder.put(folder, disk.device());
    }

    private Optional<Known> find(Path folder) {
        return store.read(
                db -> db.sql("select device, type, name, beside_home, marker from folder_disk where folder = ?")
                        .param(folder.toString())
                        .query((row, index) -> new Known(
                                new Disk(row.getLong("device"), row.getString("type"), row.getString("name")),
                                row.getInt("beside_home") == 1,
                                row.getString("marker")))
                        .optional());
    }

    private static String marker(Path folder) {
        Path file = folder.resolve(MARKER);
        try {
            return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS) && Files.size(file) <= 4 * MARKER_BYTES
                    ? Files.readString(file, StandardCharsets.US_ASCII).strip()
                    : "";
        } catch (IOException unreadable) {
            return "";
        }
    }

    /** The marker that is in the folder already, or a new one; empty where nothing may be written there. */
    private String writtenMarker(Path folder) {
        String there = marker(folder);
        if (!there.isEmpty()) {
            return there;
        }
        byte[] bytes = new byte[MARKER_BYTES];
        random.nextBytes(bytes);
        String marker = HexFormat.of().formatHex(bytes);
        try {
            Files.writeString(folder.resolve(MARKER), marker + "\n", StandardCharsets.US_ASCII);
            return marker;
        } catch (IOException notPermitted) {
            LOG.info(
                    "A marker file can't be written to a folder on a share; the folder is identified by the name of the share only");
            return "";
        }
    }
}
