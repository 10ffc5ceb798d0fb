package lectomen.service.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import lectomen.engine.identify.FileType;
import lectomen.engine.rule.SourceSettings.SeenBefore;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
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
    private static final int MOST_COPIES = 50;
    private static final Duration PAUSE_BETWEEN_COPIES = Duration.ofMillis(200);
    private static final String SERVICE = "service";

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

    private record Kept(Path file, ByteRef bytes, FileState state, FileType type) {}

    private final Path hotFolder;
    private final long source;
    private final Hidden hidden;
    private final Store store;
    private final Ledger ledger;
    private final Jobs jobs;
    private final Arrivals arrivals;
    private final ByteStore bytes;
    private final KeyedHash keyed;
    private final InstantSource clock;

    /** How sources choose to treat what was filed before; changes with the rules. */
    private volatile SeenBefore seenBefore = SeenBefore.PROCESS;

    /** Claims that are on their way from {@link #begin} to the end of {@link #release}; recovery keeps off them. */
    private final Set<String> inHand = ConcurrentHashMap.newKeySet();

    /** Files that changed after they were taken, as they were at the last look; for the looking thread alone. */
    private final Map<Path, FileState> changing = new ConcurrentHashMap<>();

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
        this.ledger = ledger;
        this.jobs = jobs;
        this.arrivals = arrivals;
        this.bytes = bytes;
        this.keyed = keyed;
        this.clock = clock;
    }

    void treatSeenBefore(SeenBefore choice) {
        seenBefore = choice;
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
        List<String> ids = store.write(db -> {
            List<String> made = new ArrayList<>();
            for (Wanted one : wanted) {
                made.add(intend(db, one));
            }
            return made;
        });
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
                    letGo(claim);
                }
            } catch (NoSuchFileException gone) {
                letGo(claim);
                hidden.removeFolders(claim);
            } catch (FileSystemException e) {
                if (!Files.isDirectory(hotFolder)) {
                    throw e;
                }
                letGo(claim);
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

    private String intend(JdbcClient db, Wanted wanted) {
        String id = wanted.earlierJob().orElseGet(() -> jobs.newId(db));
        db.sql("""
                        insert or replace into claim (job_id, source_id, state, size, mtime, ctime, claimed_at)
                        values (?, ?, 'intended', ?, ?, ?, ?)
                        """)
                .params(
                        id,
                        source,
                        wanted.state().size(),
                        wanted.state().mtime(),
                        wanted.state().ctime(),
                        clock.millis())
                .update();
        ledger.append(db, SERVICE, "claim.intended", Job.subject(id), "source", Long.toString(source));
        return id;
    }

    /** Nothing was kept yet and the file is not in the hidden folder: it lies in the hot folder still, or somebody took it. */
    private void letGo(String claim) {
        store.write(db -> {
            ledger.append(db, SERVICE, "claim.let-go", Job.subject(claim), "source", Long.toString(source));
            return db.sql("delete from claim where job_id = ?").param(claim).update();
        });
    }

    /** Steps 3 and 4 for all files of a claim. */
    void finish(Moved moved) throws IOException {
        List<Kept> kept = new ArrayList<>();
        for (Path file : hidden.filesOf(moved.claim())) {
            if (!IgnoredNames.ignores(file.getFileName().toString())) {
                kept.add(keep(file));
            }
        }
        if (kept.isEmpty()) {
            hidden.giveBackAll(moved.claim());
            letGo(moved.claim());
            inHand.remove(moved.claim());
            return;
        }
        store.write(db -> {
            long arrival = arrivals.open(db, source, Optional.empty(), SERVICE);
            for (int part = 1; part <= kept.size(); part++) {
                Kept one = kept.get(part - 1);
                String job = part == 1 ? moved.claim() : jobs.newId(db);
                Path relative = hidden.relative(moved.claim(), one.file());
                arrivals.add(
                        db,
                        arrival,
                        part,
                        source,
                        file(job, relative, one, false),
                        seenBefore,
                        Optional.of(hotFolder.toString()),
                        SERVICE);
                mark(db, moved.claim(), relative, one.state(), job);
            }
            return db.sql("update claim set state = 'held', claimed_at = ? where job_id = ?")
                    .params(clock.millis(), moved.claim())
                    .update();
        });
    }

    private static Arrivals.File file(String job, Path relative, Kept kept, boolean left) {
        Path above = relative.getParent();
        String subfolder = above == null ? "" : above.toString();
        String name = relative.getFileName().toString();
        return new Arrivals.File(job, name, subfolder, kept.bytes(), kept.type(), Optional.empty(), left);
    }

    private void mark(JdbcClient db, String claim, Path relative, FileState state, String job) {
        db.sql("""
                        insert or replace into claim_file (claim, path_key, size, mtime, ctime, job_id)
                        values (?, ?, ?, ?, ?, ?)
                        """)
                .params(claim, pathKey(relative), state.size(), state.mtime(), state.ctime(), job)
                .update();
    }

    private String pathKey(Path relative) {
        return keyed.of("claimed " + relative);
    }

    /** Copies a file into the byte store; again when it changed while it was read. */
    private Kept keep(Path file) throws IOException {
        for (int copies = 1; copies <= MOST_COPIES; copies++) {
            FileState before = FileState.of(file);
            ByteRef ref;
            try (InputStream in = Files.newInputStream(file)) {
                ref = bytes.put(in);
            }
            FileState after = FileState.of(file);
            if (before.equals(after) && ref.size() == after.size()) {
                return new Kept(file, ref, after, typeOf(file));
            }
            pause();
        }
        throw new IOException("the file changes all the time");
    }

    private static void pause() throws IOException {
        try {
            Thread.sleep(PAUSE_BETWEEN_COPIES.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        }
    }

    /** The type by the file's own head. */
    static FileType typeOf(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return FileType.of(in.readNBytes(FileType.HEAD_BYTES));
        }
    }

    /**
     * Takes a file that can't be moved, such as one on a read-only share: its bytes are kept and its job is made, and it stays
     * where it is.
     *
     * @param taken writes down, with the job, that this state of the file was taken
     */
    void takeInPlace(Wanted wanted, Taken taken) throws IOException {
        Kept kept = keep(wanted.file());
        store.write(db -> {
            String job = wanted.earlierJob().orElseGet(() -> jobs.newId(db));
            long arrival = arrivals.open(db, source, Optional.empty(), SERVICE);
            Path relative = hotFolder.relativize(wanted.file());
            arrivals.add(
                    db,
                    arrival,
                    1,
                    source,
                    file(job, relative, kept, true),
                    seenBefore,
                    Optional.of(hotFolder.toString()),
                    SERVICE);
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
        Map<String, List<Mark>> marks = marks(claims);
        List<Moved> open = new ArrayList<>();
        List<String> ended = new ArrayList<>();
        for (Moved moved : claims) {
            if (release(moved, marks.getOrDefault(moved.claim(), List.of()))) {
                ended.add(moved.claim());
            } else {
                open.add(moved);
            }
        }
        removed(ended);
        for (String claim : ended) {
            hidden.removeFolders(claim);
        }
        return open;
    }

    private boolean release(Moved moved, List<Mark> marks) throws IOException {
        boolean end = true;
        for (Path file : hidden.filesOf(moved.claim())) {
            if (IgnoredNames.ignores(file.getFileName().toString())) {
                hidden.giveBack(moved.claim(), file);
            } else if (isAsKept(moved.claim(), file, marks)) {
                Files.delete(file);
                changing.remove(file);
            } else {
                arriveAgain(moved.claim(), file);
                end = false;
            }
        }
        return end;
    }

    /** How a file was when it was kept. @param pathKey empty for the only file of a claim of an older version */
    private record Mark(String claim, String pathKey, long size, long mtime, long ctime) {}

    private Map<String, List<Mark>> marks(List<Moved> claims) {
        List<String> ids = claims.stream().map(Moved::claim).toList();
        return store
                .read(db -> db.sql("select * from claim_file where claim in (:claims)")
                        .param("claims", ids)
                        .query((row, n) -> new Mark(
                                row.getString("claim"),
                                row.getString("path_key"),
                                row.getLong("size"),
                                row.getLong("mtime"),
                                row.getLong("ctime")))
                        .list())
                .stream()
                .collect(Collectors.groupingBy(Mark::claim));
    }

    private boolean isAsKept(String claim, Path file, List<Mark> marks) throws IOException {
        FileState now = FileState.of(file);
        String key = pathKey(hidden.relative(claim, file));
        return marks.stream()
                .anyMatch(mark -> (mark.pathKey().isEmpty() || mark.pathKey().equals(key))
                        && mark.size() == now.size()
                        && mark.mtime() == now.mtime()
                        && mark.ctime() == now.ctime());
    }

    private void removed(List<String> claims) {
        if (claims.isEmpty()) {
            return;
        }
        claims.forEach(inHand::remove);
        store.write(db -> {
            for (String claim : claims) {
                db.sql("delete from claim_file where claim = ?").param(claim).update();
                db.sql("update claim set state = 'removed' where job_id = ?")
                        .param(claim)
                        .update();
            }
            return claims;
        });
    }

    /** The file was changed after it was taken: once it stays as it is, its new bytes are an arrival that follows the first. */
    private void arriveAgain(String claim, Path file) throws IOException {
        FileState state = FileState.of(file);
        if (!state.equals(changing.put(file, state))) {
            return;
        }
        Kept kept = keep(file);
        Path relative = hidden.relative(claim, file);
        Optional<Job> first = jobs.find(claim);
        Optional<String> sameBytes = jobOf(claim, relative).filter(job -> jobs.find(job)
                .flatMap(Job::original)
                .filter(kept.bytes()::equals)
                .isPresent());
        store.write(db -> {
            String job = sameBytes.orElseGet(() -> jobs.newId(db));
            mark(db, claim, relative, kept.state(), job);
            if (sameBytes.isEmpty()) {
                long arrival = arrivals.open(db, source, first.flatMap(Job::arrival), SERVICE);
                Arrivals.File again = file(job, relative, kept, false);
                arrivals.add(db, arrival, 1, source, again, seenBefore, Optional.of(hotFolder.toString()), SERVICE);
                ledger.append(
                        db,
                        SERVICE,
                        "arrival.late-change",
                        Job.subject(claim),
                        "arrival",
                        Long.toString(arrival),
                        "job",
                        job);
                String follows =
                        first.flatMap(Job::arrival).map(Object::toString).orElse("");
                ledger.append(db, SERVICE, "arrival.follows", Job.subject(job), "follows", follows);
            }
            return job;
        });
    }

    private Optional<String> jobOf(String claim, Path relative) {
        return store.read(db -> db
                .sql("select job_id from claim_file where claim = ? and path_key in (?, '')")
                .params(claim, pathKey(relative))
                .query(String.class)
                .list()
                .stream()
                .findFirst());
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
        for (ClaimRow claim : openClaims()) {
            known.add(claim.job());
            if (inHand.contains(claim.job())) {
                continue;
            }
            boolean moved = !hidden.filesOf(claim.job()).isEmpty();
            if (claim.held() && !moved) {
                removed(List.of(claim.job()));
            } else if (claim.held()) {
                held.add(new Moved(claim.job()));
            } else if (moved) {
                finish(new Moved(claim.job()));
                held.add(new Moved(claim.job()));
            } else {
                hidden.removeFolders(claim.job());
                letGo(claim.job());
            }
        }
        giveBackOrphans(known);
        held.forEach(one -> inHand.add(one.claim()));
        return held;
    }

    private record ClaimRow(String job, boolean held) {}

    private List<ClaimRow> openClaims() {
        return store.read(
                db -> db.sql("select job_id, state from claim where source_id = ? and state in ('intended', 'held')")
                        .param(source)
                        .query((row, n) -> new ClaimRow(
                                row.getString("job_id"), row.getString("state").equals("held")))
                        .list());
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
