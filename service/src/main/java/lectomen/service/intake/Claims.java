package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import lectomen.engine.rule.SourceSettings.SeenBefore;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Takes files, and dropped folders with what is in them, out of one hot folder so that none is lost or taken twice, wherever
 * the power goes.
 *
 * <ol>
 *   <li>The claim is written down as intended, with the id of its first job. Until the next step everything lies in the hot
 *       folder.
 *   <li>The file or folder is moved into a hidden folder of the same file system, named after the claim: no one else takes it,
 *       and whoever still writes to it goes on doing so there. Both folders are synced, so that it can't come back.
 *   <li>Each file is copied and hashed into the byte store, which syncs the copy and the entries that lead to it.
 *   <li>Arrival, jobs and claim are committed together. From here on the files in the hidden folder are only spares.
 *   <li>After a time of grace they are compared again. What is unchanged is removed. What changed becomes an arrival of its own
 *       that follows the first.
 * </ol>
 *
 * After a crash, {@link #recover} finds each claim at the step that was reached and goes on from there; a file in the hidden
 * folder that no claim knows goes back to the hot folder. A file that can't be moved is taken by {@link #takeInPlace}.
 */
final class Claims {
    private static final Logger LOG = LoggerFactory.getLogger(Claims.class);

    /** A file or folder that a rule may want. @param earlierJob the job that told people it lies there unwanted */
    record Wanted(Path file, FileState state, Optional<String> earlierJob) {}

    /** A claim whose files wait in the hidden folder for {@link #finish}. */
    record Moved(String claim) {}

    /** What came of beginning some claims. @param stuck what can't be moved out of the hot folder */
    record Begun(List<Moved> moved, List<Wanted> stuck) {}

    /** Said about a file that was taken in place, in the write that takes it. */
    @FunctionalInterface
    interface Taken {
        void say(JdbcClient db, String job);
    }

    private final Path hotFolder;
    private final long source;
    private final Hidden hidden;
    private final Store store;
    private final Jobs jobs;
    private final FolderArrivals arrivals;
    private final ByteStore bytes;
    private final ClaimRows rows;
    private final Spares spares;

    /** Claims that are on their way from {@link #begin} to the end of {@link #release}; recovery keeps off them. */
    private final Set<String> inHand = ConcurrentHashMap.newKeySet();

    Claims(
            Path hotFolder,
            long source,
            Store store,
            Ledger ledger,
            Jobs jobs,
            Arrivals arrivals,
            ByteStore bytes,
            KeyedHash keyed,
            InstantSource clock) {
        this.hotFolder = hotFolder;
        this.source = source;
        this.hidden = new Hidden(hotFolder, store.identity().id());
        this.store = store;
        this.jobs = jobs;
        this.arrivals = new FolderArrivals(hotFolder, source, arrivals);
        this.bytes = bytes;
        this.rows = new ClaimRows(source, store, ledger, jobs, keyed, clock);
        this.spares = new Spares(hidden, rows, this.arrivals, store, ledger, jobs, bytes);
    }

    void treatSeenBefore(SeenBefore choice) {
        arrivals.treatSeenBefore(choice);
    }

    /**
     * Steps 1 and 2 for several files with one commit. A file that has gone meanwhile is left out, and one that was changed or
     * replaced since it was looked at goes back to settle anew.
     *
     * @throws IOException if the folder can't be worked in; {@link #recover} then takes up what was begun
     */
    Begun begin(List<Wanted> wanted) throws IOException {
        try {
            hidden.make();
        } catch (FileSystemException e) {
            if (Files.isDirectory(hotFolder)) {
                return new Begun(List.of(), wanted);
            }
            throw e;
        }
        List<String> ids = rows.intend(wanted);
        List<Moved> moved = new ArrayList<>();
        List<Wanted> stuck = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            String claim = ids.get(i);
            Wanted one = wanted.get(i);
            try {
                Path now = hidden.moveIn(claim, one.file());
                if (isSame(FileState.of(now), one.state())) {
                    moved.add(new Moved(claim));
                } else {
                    hidden.giveBackAll(claim);
                    rows.letGo(claim);
                }
            } catch (NoSuchFileException gone) {
                rows.letGo(claim);
                hidden.removeFolders(claim);
            } catch (FileSystemException e) {
                if (!Files.isDirectory(hotFolder)) {
                    throw e;
                }
                rows.letGo(claim);
                hidden.removeFolders(claim);
                stuck.add(one);
            }
        }
        hidden.sync();
        moved.forEach(one -> inHand.add(one.claim()));
        return new Begun(moved, stuck);
    }

    /** A folder is the same by its inode; what still changes inside it is noticed when its files are copied. */
    private static boolean isSame(FileState moved, FileState wanted) {
        return wanted.kind() == FileState.Kind.FOLDER ? moved.inode() == wanted.inode() : moved.isSameFile(wanted);
    }

    /** Steps 3 and 4 for all files of a claim. */
    void finish(Moved moved) throws IOException {
        List<KeptFile> kept = new ArrayList<>();
        for (Path file : hidden.filesOf(moved.claim())) {
            if (!IgnoredNames.ignores(file.getFileName().toString())) {
                kept.add(KeptFile.keep(file, bytes));
            }
        }
        if (kept.isEmpty()) {
            hidden.giveBackAll(moved.claim());
            rows.letGo(moved.claim());
            inHand.remove(moved.claim());
            return;
        }
        store.write(db -> {
            long arrival = arrivals.open(db, Optional.empty());
            for (int part = 1; part <= kept.size(); part++) {
                KeptFile one = kept.get(part - 1);
                String job = part == 1 ? moved.claim() : jobs.newId(db);
                Path relative = hidden.relative(moved.claim(), one.file());
                arrivals.add(db, arrival, part, job, relative, one, false);
                rows.mark(db, moved.claim(), relative.toString(), one.state(), job);
            }
            rows.held(db, moved.claim());
            return arrival;
        });
    }

    /**
     * Takes a file that can't be moved, such as one on a read-only share: its bytes are kept and its job is made, and it stays
     * where it is.
     *
     * @param taken writes down, with the job, that this state of the file was taken
     */
    void takeInPlace(Wanted wanted, Taken taken) throws IOException {
        KeptFile kept = KeptFile.keep(wanted.file(), bytes);
        store.write(db -> {
            String job = wanted.earlierJob().orElseGet(() -> jobs.newId(db));
            long arrival = arrivals.open(db, Optional.empty());
            Path relative = hotFolder.relativize(wanted.file());
            arrivals.add(db, arrival, 1, job, relative, kept, true);
            taken.say(db, job);
            return job;
        });
    }

    /**
     * Step 5 for several claims, with one commit.
     *
     * @return the claims that are not at their end, to be looked at again later
     */
    List<Moved> release(List<Moved> claims) throws IOException {
        Spares.Released released =
                spares.release(claims.stream().map(Moved::claim).toList());
        released.ended().forEach(inHand::remove);
        return released.open().stream().map(Moved::new).toList();
    }

    /**
     * What a crash or a folder that went away left: gives back what no claim knows, finishes claims whose file had been moved,
     * and drops those whose file still lies in the hot folder, where the next look finds it.
     *
     * @return the claims that were held and wait for their release
     */
    List<Moved> recover() throws IOException {
        List<Moved> held = new ArrayList<>();
        Set<String> known = new HashSet<>();
        for (ClaimRows.Open claim : rows.open()) {
            known.add(claim.id());
            if (inHand.contains(claim.id())) {
                continue;
            }
            boolean moved = !hidden.filesOf(claim.id()).isEmpty();
            if (claim.isHeld() && !moved) {
                rows.removed(List.of(claim.id()));
            } else if (claim.isHeld()) {
                held.add(new Moved(claim.id()));
            } else if (moved) {
                finish(new Moved(claim.id()));
                held.add(new Moved(claim.id()));
            } else {
                hidden.removeFolders(claim.id());
                rows.letGo(claim.id());
            }
        }
        giveBackOrphans(known);
        held.forEach(one -> inHand.add(one.claim()));
        return held;
    }

    private void giveBackOrphans(Set<String> known) throws IOException {
        Set<String> orphans =
                hidden.claims().stream().filter(claim -> !known.contains(claim)).collect(Collectors.toSet());
        for (String claim : orphans) {
            if (!hidden.filesOf(claim).isEmpty()) {
                LOG.warn("Files of source {} that no claim knows were put back into their hot folder", source);
            }
            hidden.giveBackAll(claim);
            hidden.removeFolders(claim);
        }
    }
}
