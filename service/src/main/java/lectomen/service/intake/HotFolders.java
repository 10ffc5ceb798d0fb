package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Watches every folder that a live rule takes files from: at each file event, and at the latest after the sweep time of the
 * folder. Follows the rulebook as it changes.
 */
public final class HotFolders implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(HotFolders.class);
    private static final int LOOKERS = 2;
    private static final int COPIERS = 8;
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

    private final Store store;
    private final Rulebook rulebook;
    private final Sources sources;
    private final Ledger ledger;
    private final Jobs jobs;
    private final ByteStore bytes;
    private final KeyedHash keyed;
    private final InstantSource clock;
    private final Runnable whenArrived;
    private final Map<Path, Watched> watched = new TreeMap<>();
    private final Set<String> toLeave = new HashSet<>();
    private final ScheduledExecutorService lookers =
            Executors.newScheduledThreadPool(LOOKERS, work -> new Thread(work, "folder-looker"));
    private final ExecutorService copiers = Executors.newFixedThreadPool(COPIERS, work -> new Thread(work, "copier"));
    private final FolderEvents events;

    /** @param whenArrived called when a job was made */
    public HotFolders(
            Store store,
            Rulebook rulebook,
            Sources sources,
            Ledger ledger,
            Jobs jobs,
            ByteStore bytes,
            KeyedHash keyed,
            InstantSource clock,
            Runnable whenArrived)
            throws IOException {
        this.store = store;
        this.rulebook = rulebook;
        this.sources = sources;
        this.ledger = ledger;
        this.jobs = jobs;
        this.bytes = bytes;
        this.keyed = keyed;
        this.clock = clock;
        this.whenArrived = whenArrived;
        this.events = new FolderEvents(this::somethingHappened);
    }

    /** Begins to watch. */
    public void start() {
        rulebook.onChange(this::followRulebook);
        synchronized (this) {
            for (Path folder : withOpenClaims()) {
                schedule(watched.computeIfAbsent(folder, this::begin), Duration.ZERO);
            }
        }
        followRulebook();
    }

    /** Folders from which files were on their way when the service ended, whether or not a rule still names them. */
    private List<Path> withOpenClaims() {
        return store.read(db ->
                db.sql("""
                        select distinct s.folder from source s join claim c on c.source_id = s.id
                        where s.folder is not null and c.state in ('intended', 'held')
                        """).query((row, n) -> Path.of(row.getString("folder"))).list());
    }

    /** Has a folder begin with leaving what lies in it now. Say so before the rule is put live. */
    public synchronized void leaveExisting(List<String> folders) {
        toLeave.addAll(folders);
    }

    public synchronized List<SourceStatus> status() {
        return watched.values().stream()
                .map(one -> one.folder)
                .filter(HotFolder::acts)
                .map(HotFolder::status)
                .toList();
    }

    private synchronized void followRulebook() {
        Map<Path, SourceSettings> wanted = new TreeMap<>();
        for (LiveRule live : rulebook.acting().rules()) {
            for (RuleDocument.From from : live.rule().from()) {
                wanted.putIfAbsent(Path.of(from.folder()), from.settings());
            }
        }
        watched.forEach((folder, one) -> {
            if (!wanted.containsKey(folder)) {
                one.folder.rest();
            }
        });
        wanted.forEach((folder, settings) -> {
            Watched one = watched.computeIfAbsent(folder, this::begin);
            one.folder.act(settings, toLeave.remove(folder.toString()));
            schedule(one, Duration.ZERO);
        });
    }

    private Watched begin(Path folder) {
        makeIfNew(folder);
        long source = sources.ofFolder(folder.toString());
        Arrivals arrivals = new Arrivals(store, ledger, jobs, keyed, clock);
        Claims claims = new Claims(folder, source, store, ledger, jobs, arrivals, bytes, clock);
        Sorting sorting =
                new Sorting(folder.toString(), source, new LyingFiles(store, keyed, source), store, jobs, clock);
        HotFolder.Surroundings around = new HotFolder.Surroundings(rulebook, copiers, whenArrived, clock);
        return new Watched(new HotFolder(folder, source, claims, sorting, around));
    }

    /** Made once, when a rule first names it; one that went away later may be a share that is not mounted, and is awaited. */
    private void makeIfNew(Path folder) {
        boolean known = store.read(db -> db.sql("select count(*) from source where folder = ?")
                        .param(folder.toString())
                        .query(Long.class)
                        .single())
                > 0;
        if (!known) {
            try {
                Files.createDirectories(folder);
            } catch (IOException e) {
                LOG.warn(
                        "A new hot folder can't be made ({}); make it by hand",
                        e.getClass().getSimpleName());
            }
        }
    }

    private synchronized void somethingHappened(Path folder) {
        Watched one = watched.get(folder);
        if (one != null) {
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
            events.watch(one.folder.folder());
            next = one.folder.look();
            if (one.folder.status().trouble().isPresent()) {
                events.forget(one.folder.folder());
            }
        } catch (RuntimeException e) {
            LOG.error("A look at a hot folder met a fault; it is looked at again", e);
        } finally {
            synchronized (this) {
                one.looking = false;
                schedule(one, one.again ? AFTER_EVENT : next);
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
