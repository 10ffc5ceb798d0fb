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
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Takes files and dropped folders out of one hot folder so that none is lost or taken twice, even if the power fails.
 *
 * <ol>
 *   <li>The claim is written down as intended, with the id of its first job. Until the next step everything is in the hot
 *       folder.
 *   <li>The file or folder is moved into a hidden folder of the same file system, named after the claim: no one else takes it,
 *       and a program that still writes to it goes on doing so there. Both folders are synced, so that it can't come back.
 *   <li>Each file is copied and hashed into the byte store, which syncs the copy and the entries that lead to it.
 *   <li>Arrival, jobs and claim are committed together. From here on the files in the hidden folder are only spares.
 *   <li>After a time of grace they are compared again. What is unchanged, and open to no program that writes, is removed. What changed becomes an arrival of its own
 *       that follows the first.
 * </ol>
 *
 * After a crash, {@link #recover} finds each claim at the step that was reached and goes on from there; a file in the hidden
 * folder that no claim knows goes back to the hot folder. A file that can't be moved is taken by {@link #takeInPlace}.
 */
final class Claims {
    private static final Logger LOG = LoggerFactory.getLogger(Claims.class);

    /** A claim whose files wait in the hidden folder for {@link #finish}. */
    record Moved(String claim) {}

    /** The result of beginning some claims. @param stuck what can't be moved out of the hot folder */
    record Begun(List<Moved> moved, List<ArrivalCandidate> stuck) {}

    /** Said about a file that was taken in place, in the write that takes it. */
    @FunctionalInterface
    interface InPlace {
        void say(JdbcClient db, ArrivalCandidate.Piece piece, String job);
    }

    private final Path hotFolder;
    private final long source;
    private final ClaimFolder hidden;
    private final Store store;
    private final FolderArrivals arrivals;
    private final ByteStore bytes;
    private final ClaimRows rows;
    private final SpareCopies spares;

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
            AwaitedSidecars awaited,
            KeyedHash keyed,
            OpenFiles openFiles,
            InstantSource clock) {
        this.hotFolder = hotFolder;
        this.source = source;
        this.hidden = new ClaimFolder(hotFolder, store.identity().id());
        this.store = store;
        this.arrivals = new FolderArrivals(hotFolder, source, arrivals, jobs, awaited);
        this.bytes = bytes;
        this.rows = new ClaimRows(hotFolder, source, store, ledger, jobs, keyed, clock);
        this.spares = new SpareCopies(hidden, rows, this.arrivals, store, ledger, jobs, bytes, openFiles);
    }

    void treatAs(SourceSettings choice) {
        arrivals.treatAs(choice);
    }

    /**
     * Steps 1 and 2 for several candidates with one commit. A file that has gone meanwhile is left out, and one that was changed or
     * replaced since it was looked at goes back to settle again.
     *
     * @throws IOException if the folder can't be worked in; {@link #recover} then takes up what was begun
     */
    Begun begin(List<ArrivalCandidate> wanted) throws IOException {
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
        List<ArrivalCandidate> stuck = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            String claim = ids.get(i);
            ArrivalCandidate one = wanted.get(i);
            try {
                if (isMovedAsItWas(claim, one)) {
                    moved.add(new Moved(claim));
                } else {
                    hidden.giveBackAll(claim);
                    rows.letGo(claim);
                }
            } catch (NoSuchFileException gone) {
                hidden.giveBackAll(claim);
                rows.letGo(claim);
                hidden.removeFolders(claim);
            } catch (FileSystemException e) {
                if (!Files.isDirectory(hotFolder)) {
                    throw e;
                }
                hidden.giveBackAll(claim);
                rows.letGo(claim);
                hidden.removeFolders(claim);
                stuck.add(one);
            }
        }
        hidden.sync();
        moved.forEach(one -> inHand.add(one.claim()));
        return new Begun(moved, stuck);
    }

    private boolean isMovedAsItWas(String claim, ArrivalCandidate candidate) throws IOException {
        boolean same = true;
        for (ArrivalCandidate.Piece piece : candidate.pieces()) {
            Path now = hidden.moveIn(claim, piece.file());
            same &= isSame(FileState.of(now), piece.state());
        }
        return same;
    }

    /** A folder is the same by its inode; what still changes inside it is noticed when its files are copied. */
    private static boolean isSame(FileState moved, FileState wanted) {
        return wanted.kind() == FileState.Kind.FOLDER ? moved.inode() == wanted.inode() : moved.isSameFile(wanted);
    }

    /**
     * Steps 3 and 4 for all files of a claim.
     *
     * @return false if there was nothing whole to be taken, and what was there went back
     */
    boolean finish(Moved moved) throws IOException {
        Map<String, ClaimRows.Piece> pieces = rows.pieces(moved.claim());
        List<ClaimedFiles.Part> kept = new ArrayList<>();
        for (Path file : hidden.filesOf(moved.claim())) {
            if (!IgnoredNames.ignores(file.getFileName().toString())) {
                Path relative = hidden.relative(moved.claim(), file);
                String key = rows.pathKey(relative.toString());
                kept.add(new ClaimedFiles.Part(
                        relative, StoredFile.keep(file, bytes), key, Optional.ofNullable(pieces.get(key))));
            }
        }
        boolean incomplete = !pieces.isEmpty() && kept.size() < pieces.size();
        if (kept.isEmpty() || incomplete) {
            hidden.giveBackAll(moved.claim());
            rows.letGo(moved.claim());
            inHand.remove(moved.claim());
            return false;
        }
        store.write(db -> {
            ClaimedFiles taken =
                    new ClaimedFiles(kept, pieces.isEmpty() ? Optional.of(moved.claim()) : Optional.empty());
            arrivals.add(
                    db,
                    taken,
                    false,
                    (part, job) -> rows.mark(
                            db,
                            moved.claim(),
                            part.relative().toString(),
                            part.kept().state(),
                            job));
            rows.held(db, moved.claim());
            return moved;
        });
        return true;
    }

    /**
     * Takes files that can't be moved, such as those on a read-only share: their bytes are kept and their jobs are made, and they
     * stay where they are.
     *
     * @param taken writes down, with the job, that this state of a file was taken
     */
    void takeInPlace(ArrivalCandidate candidate, InPlace taken) throws IOException {
        List<ClaimedFiles.Part> parts = new ArrayList<>();
        for (ArrivalCandidate.Piece piece : candidate.pieces()) {
            Path relative = hotFolder.relativize(piece.file());
            Optional<String> sidecar = piece.sidecar()
                    .map(file -> rows.pathKey(hotFolder.relativize(file).toString()));
            String key = rows.pathKey(relative.toString());
            ClaimRows.Piece row = new ClaimRows.Piece(key, piece.role(), sidecar, piece.job(), candidate.fails());
            parts.add(new ClaimedFiles.Part(relative, StoredFile.keep(piece.file(), bytes), key, Optional.of(row)));
        }
        store.write(db -> {
            arrivals.add(db, new ClaimedFiles(parts, Optional.empty()), true, (part, job) -> candidate.pieces().stream()
                    .filter(piece -> hotFolder.relativize(piece.file()).equals(part.relative()))
                    .forEach(piece -> taken.say(db, piece, job)));
            return parts;
        });
    }

    /**
     * The result of a release.
     *
     * @param open the claims that are not at their end, to be looked at again later
     * @param writtenLate whether somebody wrote to one of their files after it was taken
     */
    record Released(List<Moved> open, boolean writtenLate) {}

    /** Step 5 for several claims, with one commit. */
    Released release(List<Moved> claims) throws IOException {
        SpareCopies.Released released =
                spares.release(claims.stream().map(Moved::claim).toList());
        released.ended().forEach(inHand::remove);
        return new Released(released.open().stream().map(Moved::new).toList(), released.writtenLate());
    }

    /**
     * What a crash or a folder that went away left: gives back what no claim knows, finishes claims whose file had been moved,
     * and drops those whose file is still in the hot folder, where the next look finds it.
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
                Moved again = new Moved(claim.id());
                if (finish(again)) {
                    held.add(again);
                }
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
