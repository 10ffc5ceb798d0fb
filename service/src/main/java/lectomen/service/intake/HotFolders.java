package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import lectomen.engine.data.DataFormat;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SidecarSettings;
import lectomen.engine.rule.SourceSettings;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.disk.KnownDisks;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.time.ServiceClock;
import lectomen.service.workers.WorkerPool;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Watches every folder of a live rule: at each file event, and at the latest after the folder's sweep time. Follows the
 * rulebook as it changes.
 */
public final class HotFolders implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(HotFolders.class);
    private static final int LOOKERS = 2;
    private static final int COPIERS = 12;
    private static final Duration REST = Duration.ofSeconds(20);
    private static final Duration LOOK_FOR_REST = Duration.ofMillis(20);
    private static final Duration AFTER_EVENT = Duration.ofMillis(10);

    /** A folder with its next look; both are only touched under the lock of this object. */
    private static final class Watched {
        private final HotFolder folder;
        private @Nullable ScheduledFuture<?> nextLook;
        private boolean looking;
        private boolean again;

        Watched(HotFolder folder) {
            this.folder = folder;
        }
    }

    /** What folders are watched with. @param whenArrived called when a job was made */
    public record Parts(
            Store store,
            Rulebook rulebook,
            Sources sources,
            Ledger ledger,
            Jobs jobs,
            Arrivals arrivals,
            ByteStore bytes,
            DiskSpaceGuard diskSpace,
            IntakeSwitch intake,
            SourcePauses pauses,
            SourceRuns runs,
            WorkerPool workers,
            ZoneId zone,
            WorkCalendar calendar,
            KeyedHash keyed,
            KnownDisks disks,
            ServiceClock clock,
            Runnable whenArrived) {}

    private final Parts parts;
    private final Map<Path, Watched> watched = new TreeMap<>();
    private final Set<Path> leaving = new HashSet<>();
    private final Map<String, Instant> toLeave = new HashMap<>();
    private final ScheduledExecutorService lookers =
            Executors.newScheduledThreadPool(LOOKERS, work -> new Thread(work, "folder-looker"));
    private final ExecutorService copiers = Executors.newFixedThreadPool(COPIERS, work -> new Thread(work, "copier"));
    private final OpenFiles openFiles = new OpenFiles();
    private final FolderEvents events;

    public HotFolders(Parts parts) throws IOException {
        this.parts = parts;
        this.events = new FolderEvents(this::somethingHappened);
    }

    /** Begins to watch. */
    public void start() {
        parts.rulebook().onChange(this::followRulebook);
        synchronized (this) {
            for (Path folder : withOpenClaims()) {
                schedule(watched.computeIfAbsent(folder, this::begin), Duration.ZERO);
            }
        }
        followRulebook();
    }

    /** Folders from which files were on their way when the service ended, whether or not a rule still names them. */
    private List<Path> withOpenClaims() {
        return parts.store().read(db -> db.sql("""
                        select distinct s.folder from source s join claim c on c.source_id = s.id
                        where s.folder is not null and c.state in ('intended', 'held')
                        """)
                .query((row, n) -> Path.of(row.getString("folder")))
                .list());
    }

    /** Has folders begin with leaving what is in them now and is older than that. Say so before the rule is put live. */
    public synchronized void leaveOlder(List<String> folders, Instant than) {
        folders.forEach(folder -> toLeave.put(folder, than));
    }

    public synchronized List<SourceStatus> status() {
        return watched.values().stream()
                .map(one -> one.folder)
                .filter(HotFolder::acts)
                .map(HotFolder::status)
                .toList();
    }

    /** The sources from whose folders files are taken now. */
    public synchronized Set<Long> takenFrom() {
        return watched.values().stream()
                .map(one -> one.folder)
                .filter(HotFolder::acts)
                .map(HotFolder::source)
                .collect(Collectors.toSet());
    }

    /** Has the files that these jobs tell of taken, though no rule matches them. {@link RemainingFiles#askFor} comes first. */
    public synchronized void fetch(List<Job> jobs) {
        for (Watched one : watched.values()) {
            List<String> ofIt = jobs.stream()
                    .filter(job -> job.source() == one.folder.source())
                    .map(Job::id)
                    .toList();
            if (!ofIt.isEmpty()) {
                one.folder.fetch(Set.copyOf(ofIt));
                schedule(one, Duration.ZERO);
            }
        }
    }

    /** Writes down that the file which the job tells of is to be taken. */
    public void askFor(JdbcClient db, String job) {
        RemainingFiles.askFor(db, job);
    }

    /** Has every folder looked at now rather than at its next turn. */
    public synchronized void lookSoon() {
        watched.values().forEach(one -> schedule(one, Duration.ZERO));
    }

    private synchronized void followRulebook() {
        Map<Path, SourceSettings> wanted = new TreeMap<>();
        Map<Path, Set<String>> own = new TreeMap<>();
        for (LiveRule live : parts.rulebook().acting().rules()) {
            for (RuleDocument.From from : live.rule().from()) {
                Path folder = Path.of(from.folder());
                wanted.putIfAbsent(folder, from.settings());
                own.computeIfAbsent(folder, key -> new TreeSet<>())
                        .addAll(live.rule().ownFolders());
            }
        }
        watched.forEach((folder, one) -> {
            if (!wanted.containsKey(folder)) {
                one.folder.rest();
            }
        });
        wanted.keySet().removeAll(leaving);
        wanted.forEach((folder, settings) -> {
            Watched one = watched.computeIfAbsent(folder, this::begin);
            one.folder.act(
                    settings,
                    own.getOrDefault(folder, Set.of()),
                    Optional.ofNullable(toLeave.remove(folder.toString())));
            schedule(one, Duration.ZERO);
        });
    }

    /**
     * Lets go of a folder that is about to get another name, once nothing of it is under way; what it holds half-done is taken up
     * where it is then. The next change of the rulebook has it watched again, by whatever name.
     *
     * @throws IOException if it does not come to rest
     */
    public void letGo(String folder) throws IOException {
        Path path = Path.of(folder);
        Watched one;
        synchronized (this) {
            leaving.add(path);
            one = watched.remove(path);
            if (one == null) {
                return;
            }
            one.folder.rest();
            ScheduledFuture<?> planned = one.nextLook;
            if (planned != null) {
                planned.cancel(false);
            }
            events.forget(path);
        }
        long until = System.nanoTime() + REST.toNanos();
        while (isBusy(one)) {
            if (System.nanoTime() > until) {
                goOn(folder);
                throw new IOException("files are still being copied out of it");
            }
            try {
                Thread.sleep(LOOK_FOR_REST.toMillis());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                goOn(folder);
                throw new IOException("the service is stopping", e);
            }
        }
    }

    private synchronized boolean isBusy(Watched one) {
        return one.looking || !one.folder.isQuiet();
    }

    /** Watches a folder again that was let go of, where a rule names it. */
    public void goOn(String folder) {
        synchronized (this) {
            leaving.remove(Path.of(folder));
        }
        followRulebook();
    }

    private Watched begin(Path folder) {
        makeIfNew(folder);
        long source = parts.sources().ofFolder(folder.toString());
        AwaitedSidecars awaited = new AwaitedSidecars(source, parts.jobs(), parts.keyed(), parts.clock());
        Claims claims = new Claims(
                folder,
                source,
                parts.store(),
                parts.ledger(),
                parts.jobs(),
                parts.arrivals(),
                parts.bytes(),
                awaited,
                parts.keyed(),
                openFiles,
                parts.clock());
        RemainingFiles remaining = new RemainingFiles(parts.store(), parts.keyed(), source);
        SettledFileSorter sorter =
                new SettledFileSorter(folder, source, remaining, parts.store(), parts.jobs(), parts.clock());
        HotFolderSurroundings around = new HotFolderSurroundings(
                parts.rulebook(),
                copiers,
                parts.whenArrived(),
                inside -> watchInside(folder, inside),
                parts.diskSpace(),
                parts.intake(),
                parts.pauses(),
                new PickupTimes(source, parts.runs(), parts.zone(), parts.calendar(), parts.clock()),
                pairing(folder, awaited),
                parts.disks(),
                parts.clock());
        return new Watched(new HotFolder(folder, source, claims, sorter, lastArrival(source), around));
    }

    private SidecarPairing.Surroundings pairing(Path folder, AwaitedSidecars awaited) {
        DataQuestions questions =
                new DataQuestions(parts.workers(), copiers, () -> somethingHappened(folder, Set.of()));
        return new SidecarPairing.Surroundings() {
            @Override
            public Optional<SidecarPairing.TakenEarlier> findTakenWithout(String path) {
                return parts.store().read(db -> awaited.find(db, path));
            }

            @Override
            public Optional<DataQuestions.Told> ask(
                    FolderScan.Found sidecar, DataFormat form, SidecarSettings settings) {
                return questions.ask(sidecar.path(), sidecar.state(), form, settings);
            }

            @Override
            public void keepOnly(Set<Path> present) {
                questions.keepOnly(present);
            }
        };
    }

    /** Has the folder of a source looked at now. */
    public synchronized void lookSoon(long source) {
        watched.values().stream().filter(one -> one.folder.source() == source).forEach(one -> {
            one.folder.tell(Set.of());
            schedule(one, Duration.ZERO);
        });
    }

    /** A folder that is watched from now on may have got files before. */
    private void watchInside(Path hotFolder, Path inside) {
        if (events.watch(hotFolder, inside)) {
            somethingHappened(hotFolder, Set.of());
        }
    }

    private Optional<Instant> lastArrival(long source) {
        return parts.store()
                .read(db -> db.sql(
                                "select arrived_at from arrival where source_id = ? order by source_id, seq desc limit 1")
                        .param(source)
                        .query(Long.class)
                        .optional())
                .map(Instant::ofEpochMilli);
    }

    /** Made once, when a rule first names it; one that went away later may be a share that is not mounted, and is awaited. */
    private void makeIfNew(Path folder) {
        boolean known = parts.store().read(db -> db.sql("select count(*) from source where folder = ?")
                        .param(folder.toString())
                        .query(Long.class)
                        .single())
                > 0;
        if (!known) {
            try {
                Files.createDirectories(folder);
            } catch (IOException e) {
                LOG.warn("A new hot folder can't be created ({}); create it by hand", ProblemWords.ofDisk(e));
            }
        }
    }

    private synchronized void somethingHappened(Path folder, Set<Path> paths) {
        Watched one = watched.get(folder);
        if (one != null) {
            one.folder.tell(paths);
            schedule(one, AFTER_EVENT);
        }
    }

    /** Plans the next look, unless a nearer one is planned. While a look runs, it is made to be followed by another. */
    private void schedule(Watched one, Duration after) {
        if (one.looking) {
            one.again = true;
            return;
        }
        ScheduledFuture<?> planned = one.nextLook;
        if (planned != null) {
            if (planned.getDelay(TimeUnit.NANOSECONDS) <= after.toNanos()) {
                return;
            }
            planned.cancel(false);
        }
        try {
            one.nextLook = lookers.schedule(() -> look(one), after.toNanos(), TimeUnit.NANOSECONDS);
        } catch (RejectedExecutionException stopping) {
            // no more looks
        }
    }

    private void look(Watched one) {
        synchronized (this) {
            if (one.looking) {
                return;
            }
            one.looking = true;
            one.again = false;
            one.nextLook = null;
        }
        Duration next = Duration.ofSeconds(5);
        try {
            if (events.watch(one.folder.folder(), one.folder.folder())) {
                one.folder.tell(Set.of());
            }
            next = one.folder.look();
            if (one.folder.status().trouble().isPresent()) {
                events.forget(one.folder.folder());
            }
        } catch (RuntimeException e) {
            LOG.error("Checking a hot folder failed; it is checked again", e);
        } finally {
            synchronized (this) {
                one.looking = false;
                if (watched.get(one.folder.folder()) == one) {
                    schedule(one, one.again ? AFTER_EVENT : next);
                }
            }
        }
    }

    /** Lets looks and copies in work come to their end. */
    @Override
    public void close() throws IOException {
        events.close();
        lookers.shutdownNow();
        copiers.shutdown();
        try {
            lookers.awaitTermination(10, TimeUnit.SECONDS);
            copiers.awaitTermination(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
