package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.disk.KnownDisks;
import lectomen.service.rulebook.Rulebook;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One hot folder, while at least one live rule uses it. {@link #look} is called by one thread at a time; what it
 * finds ready is claimed there and then, and copied by other threads.
 *
 * <p>The whole folder is looked through once in a sweep. In between, only what an event told of and what has yet to settle is
 * looked at, so that a new file is taken as quickly beside fifty thousand that are there as in an empty folder. One look takes
 * a bounded number of files, so that a full folder keeps no other waiting.
 */
final class HotFolder {
    private static final Logger LOG = LoggerFactory.getLogger(HotFolder.class);
    private static final Instant NOTHING_IS_OLDER = Instant.MIN;
    private static final int CLAIMS_PER_COMMIT = 100;
    private static final int CLAIMS_PER_LOOK = 500;
    private static final Duration LONGEST_SETTLE_OF_ITS_OWN = Duration.ofMinutes(5);
    private static final Duration SHORTEST_PAUSE = Duration.ofMillis(20);
    private static final Duration PAUSE_WHEN_AWAY = Duration.ofSeconds(2);

    /** What rules want of the folder. @param ownFolders names inside it in which the service puts files itself */
    private record Wish(SourceSettings settings, Set<String> ownFolders) {}

    private final Path folder;
    private final long source;
    private final Claims claims;
    private final SettledFileSorter sorter;
    private final ClaimCopier copying;
    private final GracePeriod grace;
    private final HotFolderSurroundings around;
    private final PickupTimes opening;

    // Touched by the looking thread alone.
    private SourceSettings settings = SourceSettings.DEFAULT;
    private SettleTracker settling = new SettleTracker(settings.settle());
    private ArrivalGrouping grouping;
    private Set<String> ownFolders = Set.of();
    private final Deque<ArrivalCandidate> ready = new ArrayDeque<>();
    private boolean recovered;
    private long lookedAtAllNanos;
    private boolean lookedAtAll;
    private long rulebookSeen = -1;

    // What others wish, hand over, or may read at any time.
    private volatile Optional<Wish> wish = Optional.empty();
    private final AtomicReference<Instant> leaveOlder = new AtomicReference<>(NOTHING_IS_OLDER);
    private final AtomicBoolean anywhere = new AtomicBoolean(true);
    private final Set<Path> told = ConcurrentHashMap.newKeySet();
    private final Set<Path> beingTaken = ConcurrentHashMap.newKeySet();
    private volatile Optional<Instant> lastLookAt = Optional.empty();
    private volatile Optional<Instant> nextLookAt = Optional.empty();
    private volatile Optional<Instant> lastArrivalAt;
    private final Instant watchedSince;
    private volatile Optional<Reason> trouble = Optional.empty();

    /** How long files must stay unchanged here, if longer than the rules say, since some were written to after that. */
    private volatile Optional<Duration> longerSettle = Optional.empty();

    private volatile int settlingNow;
    private volatile int readyNow;
    private volatile List<String> waitingNow = List.of();

    /** @param lastArrivalAt as the store knows it */
    HotFolder(
            Path folder,
            long source,
            Claims claims,
            SettledFileSorter sorter,
            Optional<Instant> lastArrivalAt,
            HotFolderSurroundings around) {
        this.folder = folder;
        this.source = source;
        this.claims = claims;
        this.sorter = sorter;
        this.lastArrivalAt = lastArrivalAt;
        this.around = around;
        this.opening = around.opening();
        this.watchedSince = around.clock().instant();
        this.grouping = new ArrivalGrouping(folder, settings, around.pairing());
        this.grace = new GracePeriod(claims, around.clock());
        this.copying = new ClaimCopier(
                claims,
                around.copiers(),
                moved -> {
                    grace.hold(moved);
                    arrived();
                },
                this::notKept);
    }

    Path folder() {
        return folder;
    }

    long source() {
        return source;
    }

    /** Looks again at the files that these jobs tell of, since somebody chose what becomes of them. */
    void fetch(Set<String> jobs) {
        sorter.lookAnewAt(jobs);
        anywhere.set(true);
    }

    /**
     * Begins to take files, or goes on with other settings, from the next look on.
     *
     * @param leaveWhatIsOlder of what is there then, what is older than this is left
     */
    void act(SourceSettings wanted, Set<String> ownFolders, Optional<Instant> leaveWhatIsOlder) {
        wish = Optional.of(new Wish(wanted, ownFolders));
        anywhere.set(true);
        leaveWhatIsOlder.ifPresent(than -> leaveOlder.set(than));
    }

    /** Takes no more files, since no live rule wants any from here. What was taken comes to its end. */
    void rest() {
        wish = Optional.empty();
    }

    /** Whether nothing of it is being copied. */
    boolean isQuiet() {
        return copying.isQuiet();
    }

    boolean acts() {
        return wish.isPresent();
    }

    /** Something happened at these paths; anywhere, when there are none. */
    void tell(Set<Path> paths) {
        if (paths.isEmpty()) {
            anywhere.set(true);
        } else {
            told.addAll(paths);
        }
    }

    SourceStatus status() {
        return new SourceStatus(
                source,
                folder.toString(),
                lastLookAt,
                nextLookAt,
                around.pauses().findPaused(source).or(() -> trouble).or(this::writtenLate),
                silence(),
                lastArrivalAt,
                opening.closed(),
                opening.nextRunAt(),
                opening.isRunning(),
                waitingNow,
                settlingNow,
                readyNow,
                sorter.count(RemainingFiles.Why.UNMATCHED),
                sorter.count(RemainingFiles.Why.TAKEN));
    }

    private Optional<Reason> writtenLate() {
        return longerSettle.map(now -> Reason.of("folder.written-late", "settle", now.toSeconds() + " s"));
    }

    private Optional<Reason> silence() {
        Instant last = lastArrivalAt.filter(at -> at.isAfter(watchedSince)).orElse(watchedSince);
        return wish.map(Wish::settings)
                .flatMap(SourceSettings::expectEvery)
                .flatMap(usual ->
                        SilenceMonitor.reason(usual, last, around.clock().instant()));
    }

    /** Looks at the folder and takes what is ready; says after which time to look again. */
    Duration look() {
        Duration next = lookNow();
        lastLookAt = Optional.of(around.clock().instant());
        nextLookAt = lastLookAt.map(at -> at.plus(next));
        return next;
    }

    private Duration lookNow() {
        try {
            if (!Files.isDirectory(folder)) {
                return away(Reason.of("folder.not-reached", "problem", folder + " is not there"));
            }
            Optional<KnownDisks.Elsewhere> elsewhere = around.disks().findElsewhere(folder);
            if (elsewhere.isPresent()) {
                return away(Reason.of(
                        "folder.elsewhere",
                        "folder",
                        folder.toString(),
                        "before",
                        elsewhere.get().before(),
                        "now",
                        elsewhere.get().now()));
            }
            Optional<Wish> wanted = wish;
            wanted.ifPresent(this::follow);
            if (!recovered) {
                claims.recover().forEach(grace::hold);
                recovered = true;
                around.whenArrived().run();
            }
            Duration next = wanted.isPresent() ? takeReady() : settings.sweep();
            copying.retryUnfinished();
            return shorter(next, releaseHeld());
        } catch (IOException e) {
            return away(Reason.of("folder.not-reached", "problem", ProblemWords.ofDisk(e)));
        }
    }

    private void follow(Wish wanted) {
        if (!wanted.settings().equals(settings)) {
            settings = wanted.settings();
            longerSettle = Optional.empty();
            settling = new SettleTracker(settings.settle());
            grouping = new ArrivalGrouping(folder, settings, around.pairing());
        }
        ownFolders = wanted.ownFolders();
        claims.treatAs(settings);
    }

    private Duration away(Reason reason) {
        recovered = false;
        anywhere.set(true);
        if (trouble.isEmpty()) {
            LOG.warn("Source {} can't be reached; it is checked again every {} s", source, PAUSE_WHEN_AWAY.toSeconds());
        }
        trouble = Optional.of(reason);
        return PAUSE_WHEN_AWAY;
    }

    private void inOrder() {
        if (trouble.isPresent() && !copying.hasUnfinished()) {
            LOG.info("Source {} is available again", source);
            trouble = Optional.empty();
        }
    }

    private Duration takeReady() throws IOException {
        Optional<Reason> notNow = around.intake()
                .findPaused()
                .or(() -> around.pauses().findPaused(source))
                .or(() -> around.diskSpace().findTooLow());
        if (notNow.isPresent()) {
            if (trouble.isEmpty()) {
                LOG.warn(
                        "Intake from source {} stopped: {}",
                        source,
                        notNow.get().code());
            }
            trouble = notNow;
            anywhere.set(true);
            return PAUSE_WHEN_AWAY;
        }
        inOrder();
        Optional<Duration> closedFor = opening.closedFor(settings);
        if (closedFor.isPresent()) {
            countWhatLies();
            anywhere.set(true);
            return closedFor.get();
        }
        Rulebook.Acting acting = around.rulebook().acting();
        Instant leave = Objects.requireNonNull(leaveOlder.get());
        SettledFileSorter.Round round =
                sorter.begin(acting, Optional.of(leave).filter(than -> !than.equals(NOTHING_IS_OLDER)));
        Duration next = settings.sweep();
        if (ready.isEmpty()) {
            boolean all = anywhere.getAndSet(false)
                    || grouping.needsAll()
                    || sweepIsDue()
                    || acting.version() != rulebookSeen;
            next = gather(round, all);
            leaveOlder.compareAndSet(leave, NOTHING_IS_OLDER);
            rulebookSeen = acting.version();
        }
        int taken = claimSome(round);
        round.end();
        readyNow = ready.size();
        if (!ready.isEmpty()) {
            return Duration.ZERO;
        }
        endRun();
        next = taken > 0 ? shorter(next, GracePeriod.LENGTH) : next;
        return next.compareTo(SHORTEST_PAUSE) < 0 ? SHORTEST_PAUSE : next;
    }

    private void countWhatLies() throws IOException {
        readyNow = looking().all().size();
        settlingNow = 0;
        waitingNow = List.of();
    }

    /** A run ends once nothing that came is left to be taken, or still changes. */
    private void endRun() {
        if (settlingNow == 0 && waitingNow.isEmpty() && lookedAtAll && opening.endRun()) {
            anywhere.set(true);
        }
    }

    private FolderScan looking() {
        boolean readOnly = settings.subfolders() == SourceSettings.Subfolders.TAKE && !Files.isWritable(folder);
        SourceSettings.Subfolders subfolders =
                readOnly ? SourceSettings.Subfolders.WATCH : settings.subfolders(); // nothing can be moved as a whole
        return new FolderScan(folder, subfolders, ownFolders, around.watch());
    }

    private boolean sweepIsDue() {
        return !lookedAtAll
                || around.clock().nanos() - lookedAtAllNanos
                        >= settings.sweep().minus(SHORTEST_PAUSE).toNanos();
    }

    /** Finds what is ready to be taken; says when something else may be. */
    private Duration gather(SettledFileSorter.Round round, boolean all) throws IOException {
        FolderScan scan = looking();
        Set<Path> wanted = new HashSet<>(settling.files());
        told.removeIf(path -> {
            wanted.add(path);
            return true;
        });
        List<FolderScan.Found> found = new ArrayList<>();
        if (all) {
            found.addAll(scan.all());
            lookedAtAll = true;
            lookedAtAllNanos = around.clock().nanos();
        } else {
            for (Path path : wanted) {
                found.addAll(scan.at(path));
            }
        }
        Duration next = settings.sweep();
        Set<Path> growing = new HashSet<>();
        Set<Path> seen = new HashSet<>();
        List<FolderScan.Found> settled = new ArrayList<>();
        long now = around.clock().nanos();
        for (FolderScan.Found one : found) {
            if (beingTaken.contains(one.path()) || round.stays(one.path(), one.state()) || !seen.add(one.path())) {
                continue;
            }
            Duration left = settling.left(one.path(), one.state(), now);
            if (left.isZero()) {
                settled.add(one);
            } else {
                growing.add(one.path());
                next = shorter(next, left);
            }
        }
        Set<Path> remembered = new HashSet<>(growing);
        if (grouping.needsAll()) {
            settled.forEach(
                    one -> remembered.add(one.path())); // else what waits for others would begin to settle again
        }
        settling.keepOnly(remembered);
        settlingNow = growing.size();
        settled.sort(
                Comparator.comparingLong((FolderScan.Found one) -> one.state().mtime())
                        .thenComparing(one -> one.path().toString()));
        SidecarPairing.Formed formed = grouping.form(settled, growing, now);
        ready.addAll(formed.candidates());
        formed.staying().forEach(round::leave);
        waitingNow = ArrivalGrouping.words(folder, formed.waiting());
        if (!formed.waiting().isEmpty()) {
            next = shorter(next, formed.next());
        }
        if (all) {
            round.endOfAll();
        }
        return next;
    }

    private static Duration shorter(Duration one, Duration other) {
        return one.compareTo(other) < 0 ? one : other;
    }

    private int claimSome(SettledFileSorter.Round round) throws IOException {
        int taken = 0;
        while (!ready.isEmpty() && taken < CLAIMS_PER_LOOK) {
            List<ArrivalCandidate> wanted = new ArrayList<>();
            for (int looked = 0; looked < CLAIMS_PER_COMMIT && !ready.isEmpty(); looked++) {
                ArrivalCandidate one = ready.remove();
                round.findWanted(one).ifPresent(wanted::add);
                taken++;
            }
            if (!wanted.isEmpty()) {
                int files = wanted.stream()
                        .mapToInt(candidate -> candidate.pieces().size())
                        .sum();
                opening.took(files);
                Claims.Begun begun = claims.begin(wanted);
                begun.moved().forEach(copying::copy);
                begun.stuck().forEach(stuck -> takeInPlace(stuck, round));
            }
        }
        return taken;
    }

    private void arrived() {
        lastArrivalAt = Optional.of(around.clock().instant());
        around.whenArrived().run();
    }

    private void notKept(String claim, Exception e) {
        String problem = ProblemWords.ofDisk(e);
        LOG.warn("The files of claim {} can't be stored yet ({}); they are tried again", claim, problem);
        trouble = Optional.of(Reason.of("intake.not-stored", "problem", problem));
    }

    private void takeInPlace(ArrivalCandidate stuck, SettledFileSorter.Round round) {
        if (stuck.first().state().kind() != FileState.Kind.FILE) {
            round.stuck(stuck.first());
            return;
        }
        List<Path> files =
                stuck.pieces().stream().map(ArrivalCandidate.Piece::file).toList();
        if (!beingTaken.addAll(files)) {
            return;
        }
        try {
            around.copiers().execute(() -> {
                try {
                    claims.takeInPlace(stuck, round::taken);
                    arrived();
                } catch (IOException | RuntimeException e) {
                    notKept("of a file that stays in its folder", e);
                } finally {
                    files.forEach(beingTaken::remove);
                }
            });
        } catch (RejectedExecutionException stopping) {
            // the next start finds it
        }
    }

    /** Whoever writes to this folder pauses for longer than files must stay unchanged. */
    private void settleLonger() {
        Duration now = longerSettle.orElse(settings.settle());
        Duration twice = now.isZero() ? Duration.ofSeconds(1) : now.multipliedBy(2);
        Duration longer = shorter(twice, LONGEST_SETTLE_OF_ITS_OWN);
        if (longer.compareTo(now) > 0) {
            LOG.warn(
                    "Files of source {} were still written after being unchanged for {}; from now on they must be unchanged for {}",
                    source,
                    now,
                    longer);
            longerSettle = Optional.of(longer);
            settling = new SettleTracker(longer);
        }
    }

    private Duration releaseHeld() throws IOException {
        GracePeriod.Released released = grace.release(copying.isQuiet() ? settings.sweep() : GracePeriod.LENGTH);
        if (released.writtenLate()) {
            settleLonger();
        }
        if (released.any()) {
            around.whenArrived().run();
        }
        return copying.hasUnfinished() ? PAUSE_WHEN_AWAY : released.next();
    }
}
