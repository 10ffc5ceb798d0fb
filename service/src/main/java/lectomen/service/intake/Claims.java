package lectomen.service.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.engine.identify.FileType;
import lectomen.engine.naming.SafeName;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DurableFiles;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Takes files out of one hot folder so that none is lost or taken twice, wherever the power goes.
 *
 * <ol>
 *   <li>The claim is written down as intended, with the job's id. Until the next step the file lies in the hot folder.
 *   <li>The file is moved into a hidden folder of the same file system, named after the job: no one else takes it, and
 *       whoever still writes to it goes on doing so there. Both folders are synced, so that it can't come back.
 *   <li>It is copied and hashed into the byte store, which syncs the copy and the entries that lead to it.
 *   <li>Arrival, job and claim are committed together. From here on the file in the hidden folder is only a spare.
 *   <li>After a time of grace it is compared again. Unchanged, it is removed. Changed, the change becomes an arrival of its
 *       own that follows the first.
 * </ol>
 *
 * After a crash, {@link #recover} finds each claim at the step that was reached and goes on from there; a file in the hidden
 * folder that no claim knows goes back to the hot folder.
 */
final class Claims {
    private static final Logger LOG = LoggerFactory.getLogger(Claims.class);
    private static final String HIDDEN = ".lectomen";
    private static final int MOST_COPIES = 50;
    private static final Duration PAUSE_BETWEEN_COPIES = Duration.ofMillis(200);
    private static final String SERVICE = "service";

    /** A file that a rule may want. @param earlierJob the job that told people it lies there unwanted */
    record Wanted(Path file, FileState state, FileType type, Optional<String> earlierJob) {}

    /** A claim whose file waits in the hidden folder for {@link #finish}. */
    record Moved(String job, Path file) {}

    /** A file that can't be moved out of the hot folder. */
    record Stuck(Wanted wanted, String problem) {}

    /** What came of beginning some claims. */
    record Begun(List<Moved> moved, List<Stuck> stuck) {}

    private final Path hotFolder;
    private final long source;
    private final Path hidden;
    private final Store store;
    private final Ledger ledger;
    private final Jobs jobs;
    private final Arrivals arrivals;
    private final ByteStore bytes;
    private final InstantSource clock;

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
            InstantSource clock) {
        this.hotFolder = hotFolder;
        this.source = source;
        this.hidden = hotFolder.resolve(HIDDEN).resolve(store.identity().id());
        this.store = store;
        this.ledger = ledger;
        this.jobs = jobs;
        this.arrivals = arrivals;
        this.bytes = bytes;
        this.clock = clock;
    }

    /**
     * Steps 1 and 2 for several files with one commit. A file that has gone meanwhile is left out, and one that was changed or
     * replaced since it was looked at goes back to settle anew.
     *
     * @throws IOException if the folder can't be worked in; {@link #recover} then takes up what was begun
     */
    Begun begin(List<Wanted> wanted) throws IOException {
        List<String> ids = store.write(db -> {
            List<String> made = new ArrayList<>();
            for (Wanted one : wanted) {
                made.add(intend(db, one));
            }
            return made;
        });
        makeHiddenFolder();
        List<Moved> moved = new ArrayList<>();
        List<Stuck> stuck = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            Path own = hidden.resolve(ids.get(i));
            if (Files.notExists(own)) {
                Files.createDirectory(own);
            }
            Path target = own.resolve(wanted.get(i).file().getFileName());
            try {
                Files.move(wanted.get(i).file(), target, StandardCopyOption.ATOMIC_MOVE);
                if (FileState.of(target).isSameFile(wanted.get(i).state())) {
                    DurableFiles.syncFolder(own);
                    moved.add(new Moved(ids.get(i), target));
                } else {
                    giveBack(target);
                    Files.deleteIfExists(own);
                    letGo(ids.get(i));
                }
            } catch (NoSuchFileException gone) {
                letGo(ids.get(i));
                Files.deleteIfExists(own);
            } catch (FileSystemException e) {
                if (!Files.isDirectory(hotFolder)) {
                    throw e;
                }
                letGo(ids.get(i));
                Files.deleteIfExists(own);
                String problem = e.getReason() == null ? e.getClass().getSimpleName() : e.getReason();
                stuck.add(new Stuck(wanted.get(i), problem));
            }
        }
        DurableFiles.syncFolder(hidden);
        DurableFiles.syncFolder(hotFolder);
        moved.forEach(one -> inHand.add(one.job()));
        return new Begun(moved, stuck);
    }

    /** Level by level, so that a hot folder which went away, such as a share, is not made anew by the way. */
    private void makeHiddenFolder() throws IOException {
        if (Files.notExists(hidden)) {
            Path above = hotFolder.resolve(HIDDEN);
            if (Files.notExists(above)) {
                Files.createDirectory(above);
            }
            Files.createDirectory(hidden);
            DurableFiles.syncFolder(above);
        }
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
    private void letGo(String job) {
        store.write(db -> {
            ledger.append(db, SERVICE, "claim.let-go", Job.subject(job), "source", Long.toString(source));
            return db.sql("delete from claim where job_id = ?").param(job).update();
        });
    }

    /** Steps 3 and 4. The copy is made again when the file changed while it was read. */
    void finish(Moved moved) throws IOException {
        for (int copies = 1; copies <= MOST_COPIES; copies++) {
            FileState before = FileState.of(moved.file());
            ByteRef ref;
            try (InputStream in = Files.newInputStream(moved.file())) {
                ref = bytes.put(in);
            }
            FileState after = FileState.of(moved.file());
            if (before.equals(after) && ref.size() == after.size()) {
                FileType type = typeOf(moved.file());
                store.write(db -> {
                    hold(db, moved.job(), after);
                    startJob(db, moved, after, type);
                    return arrivals.write(db, moved.job(), source, ref, type, Optional.empty(), SERVICE);
                });
                return;
            }
            pause();
        }
        throw new IOException("the file changes all the time");
    }

    /** Makes the job, or takes up the one that told people of the file while no rule wanted it. */
    private void startJob(JdbcClient db, Moved moved, FileState state, FileType type) {
        if (jobs.find(db, moved.job()).isPresent()) {
            jobs.move(db, moved.job(), Jobs.Move.to(JobState.WAITING), SERVICE);
        } else {
            String name = moved.file().getFileName().toString();
            Jobs.NewJob job = new Jobs.NewJob(source, name, state.size(), type, Optional.empty(), JobState.WAITING);
            jobs.create(db, moved.job(), job, SERVICE);
        }
    }

    private void hold(JdbcClient db, String job, FileState state) {
        db.sql("update claim set state = 'held', size = ?, mtime = ?, ctime = ?, claimed_at = ? where job_id = ?")
                .params(state.size(), state.mtime(), state.ctime(), clock.millis(), job)
                .update();
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
     * Step 5 for one claim.
     *
     * @return true when the claim is at its end; false to look again later
     */
    boolean release(Moved moved, Duration settle) throws IOException {
        if (Files.notExists(moved.file())) {
            removed(moved);
            return true;
        }
        FileState now = FileState.of(moved.file());
        Optional<Boolean> same = store.read(db -> db.sql("select size, mtime, ctime from claim where job_id = ?")
                .param(moved.job())
                .query((row, n) -> row.getLong("size") == now.size()
                        && row.getLong("mtime") == now.mtime()
                        && row.getLong("ctime") == now.ctime())
                .optional());
        if (same.orElse(false)) {
            Files.delete(moved.file());
            removed(moved);
            return true;
        }
        arriveAgain(moved, settle);
        return false;
    }

    private void removed(Moved moved) throws IOException {
        inHand.remove(moved.job());
        store.write(db -> db.sql("update claim set state = 'removed' where job_id = ?")
                .param(moved.job())
                .update());
        Files.deleteIfExists(moved.file().getParent());
    }

    /** The file was changed after it was taken: once it stays as it is, its new bytes are an arrival that follows the first. */
    private void arriveAgain(Moved moved, Duration settle) throws IOException {
        FileState before = FileState.of(moved.file());
        try {
            Thread.sleep(Math.max(settle.toMillis(), 100));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return;
        }
        if (!FileState.of(moved.file()).equals(before)) {
            return;
        }
        ByteRef ref;
        try (InputStream in = Files.newInputStream(moved.file())) {
            ref = bytes.put(in);
        }
        FileState after = FileState.of(moved.file());
        if (!after.equals(before)) {
            return;
        }
        FileType type = typeOf(moved.file());
        Job first = jobs.require(moved.job());
        boolean sameBytes = first.original().filter(ref::equals).isPresent();
        store.write(db -> {
            hold(db, moved.job(), after);
            if (!sameBytes) {
                Jobs.NewJob next =
                        new Jobs.NewJob(source, first.name(), ref.size(), type, Optional.empty(), JobState.WAITING);
                String id = jobs.newId(db);
                jobs.create(db, id, next, SERVICE);
                long seq = arrivals.write(db, id, source, ref, type, first.arrival(), SERVICE);
                ledger.append(
                        db, SERVICE, "arrival.late-change", first.subject(), "arrival", Long.toString(seq), "job", id);
            }
            return moved.job();
        });
    }

    /**
     * What a crash or a folder that went away left: gives back what no claim knows, finishes claims whose file had been moved, and drops those whose
     * file still lies in the hot folder, where the next look finds it.
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
            Optional<Path> file = fileOf(claim.job());
            if (claim.held() && file.isEmpty()) {
                store.write(db -> db.sql("update claim set state = 'removed' where job_id = ?")
                        .param(claim.job())
                        .update());
            } else if (claim.held()) {
                held.add(new Moved(claim.job(), file.get()));
            } else if (file.isPresent()) {
                Moved moved = new Moved(claim.job(), file.get());
                finish(moved);
                held.add(moved);
            } else {
                letGo(claim.job());
            }
        }
        giveBackOrphans(known);
        held.forEach(one -> inHand.add(one.job()));
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

    private Optional<Path> fileOf(String job) throws IOException {
        try (DirectoryStream<Path> inside = Files.newDirectoryStream(hidden.resolve(job))) {
            for (Path file : inside) {
                return Optional.of(file);
            }
        } catch (NoSuchFileException none) {
            return Optional.empty();
        }
        return Optional.empty();
    }

    private void giveBackOrphans(Set<String> known) throws IOException {
        if (Files.notExists(hidden)) {
            return;
        }
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(hidden)) {
            for (Path folder : folders) {
                if (!known.contains(folder.getFileName().toString())) {
                    try (DirectoryStream<Path> inside = Files.newDirectoryStream(folder)) {
                        for (Path file : inside) {
                            giveBack(file);
                        }
                    }
                    Files.deleteIfExists(folder);
                }
            }
        }
    }

    private void giveBack(Path file) throws IOException {
        String name = file.getFileName().toString();
        for (int number = 1; ; number++) {
            Path target = number == 1
                    ? hotFolder.resolve(file.getFileName())
                    : hotFolder.resolve(SafeName.numbered(name, number));
            try {
                Files.createLink(target, file);
                DurableFiles.syncFolder(hotFolder);
                Files.delete(file);
                LOG.warn("A file of source {} was put back into its hot folder", source);
                return;
            } catch (FileAlreadyExistsException taken) {
                // the next number
            }
        }
    }
}
