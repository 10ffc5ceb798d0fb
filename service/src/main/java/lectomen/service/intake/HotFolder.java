package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicBoolean;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Considered;
import lectomen.engine.plan.Planner;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Facts;
import lectomen.engine.rule.SourceSettings;
import lectomen.engine.rule.Truth;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * One hot folder while at least one live rule takes files from it. {@link #look} is called by one thread at a time; what it
 * finds ready is claimed there and then, and copied by other threads.
 */
final class HotFolder {
    private static final Logger LOG = LoggerFactory.getLogger(HotFolder.class);
    private static final int CLAIMS_PER_COMMIT = 100;
    private static final Duration GRACE = Duration.ofSeconds(5);
    private static final Duration SHORTEST_PAUSE = Duration.ofMillis(20);
    private static final SourceSettings NOT_ACTING = new SourceSettings(
            SourceSettings.DEFAULT_SETTLE, SourceSettings.DEFAULT_SWEEP, SourceSettings.DEFAULT_FAILED_FOLDER);
    private static final Duration PAUSE_WHEN_AWAY = Duration.ofSeconds(2);

    /** What a hot folder needs of the rest of the service. */
    record Surroundings(
            Store store,
            Jobs jobs,
            Rulebook rulebook,
            ExecutorService copiers,
            Runnable whenArrived,
            InstantSource clock) {}

    private record Held(Claims.Moved moved, long sinceNanos) {}

    private final Path folder;
    private final long source;
    private SourceSettings settings;
    private final Claims claims;
    private final LyingFiles lying;
    private final Surroundings around;
    private Settling settling;
    private volatile Optional<SourceSettings> wish = Optional.empty();
    private final ConcurrentLinkedQueue<Held> held = new ConcurrentLinkedQueue<>();
    private final ConcurrentLinkedQueue<Claims.Moved> unfinished = new ConcurrentLinkedQueue<>();
    private boolean recovered;
    private final AtomicBoolean leaveExisting = new AtomicBoolean();
    private volatile Optional<Instant> lastLookAt = Optional.empty();
    private volatile Optional<Instant> nextLookAt = Optional.empty();
    private volatile Optional<Reason> trouble = Optional.empty();
    private volatile int settlingNow;

    HotFolder(Path folder, long source, Claims claims, LyingFiles lying, Surroundings around) {
        this.folder = folder;
        this.source = source;
        this.settings = NOT_ACTING;
        this.claims = claims;
        this.lying = lying;
        this.around = around;
        this.settling = new Settling(settings.settle());
    }

    Path folder() {
        return folder;
    }

    /** Begins to take files, or goes on with other settings, from the next look on. */
    void act(SourceSettings wanted, boolean leaveWhatLiesThere) {
        wish = Optional.of(wanted);
        if (leaveWhatLiesThere) {
            leaveExisting.set(true);
        }
    }

    /** Takes no more files, since no live rule wants any from here. What was taken comes to its end. */
    void rest() {
        wish = Optional.empty();
    }

    boolean acts() {
        return wish.isPresent();
    }

    SourceStatus status() {
        int unwanted = (int) lying.all().values().stream()
                .filter(file -> file.why() == LyingFiles.Why.UNWANTED)
                .count();
        return new SourceStatus(folder.toString(), lastLookAt, nextLookAt, trouble, settlingNow, unwanted);
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
                return away(folder + " is not there");
            }
            if (!recovered) {
                claims.recover().forEach(this::hold);
                recovered = true;
                around.whenArrived().run();
            }
            Optional<SourceSettings> wanted = wish;
            if (wanted.isPresent() && !wanted.get().equals(settings)) {
                settings = wanted.get();
                settling = new Settling(settings.settle());
            }
            Duration next = wanted.isPresent() ? takeReady() : settings.sweep();
            if (trouble.isPresent()) {
                LOG.info("Source {} can be reached again", source);
                trouble = Optional.empty();
            }
            retryUnfinished();
            Duration release = releaseHeld();
            return release.compareTo(next) < 0 ? release : next;
        } catch (IOException | DirectoryIteratorException e) {
            return away(e.toString());
        }
    }

    private Duration away(String problem) {
        if (trouble.isEmpty()) {
            LOG.warn(
                    "Source {} can't be reached; it is looked at again every {} s",
                    source,
                    PAUSE_WHEN_AWAY.toSeconds());
        }
        trouble = Optional.of(Reason.of("folder.not-reached", "problem", problem));
        return PAUSE_WHEN_AWAY;
    }

    private Duration takeReady() throws IOException {
        boolean leave = leaveExisting.getAndSet(false);
        Rulebook.Acting acting = around.rulebook().acting();
        List<LiveRule> rules = acting.from(folder.toString());
        List<Claims.Wanted> wanted = new ArrayList<>();
        Set<Path> seen = new HashSet<>();
        Set<String> present = new HashSet<>();
        Duration next = settings.sweep();
        long now = System.nanoTime();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
            for (Path file : files) {
                String name = file.getFileName().toString();
                if (IgnoredNames.ignores(name)) {
                    continue;
                }
                Optional<FileState> state = stateOf(file);
                if (state.isEmpty()) {
                    continue;
                }
                seen.add(file);
                if (!lying.isEmpty()) {
                    present.add(lying.key(name));
                }
                if (leave) {
                    leave(name, state.get(), acting.version());
                    present.add(lying.key(name));
                } else if (lying.isEmpty() || !isKnownToLie(name, state.get(), acting.version())) {
                    Duration left = settling.left(file, state.get(), now);
                    if (left.isZero()) {
                        boolean lay = lying.isEmpty();
                        decide(file, state.get(), rules, acting.version()).ifPresent(wanted::add);
                        if (lay != lying.isEmpty()) {
                            present.add(lying.key(name));
                        }
                    } else if (left.compareTo(next) < 0) {
                        next = left;
                    }
                }
            }
        }
        claimAll(wanted, acting.version());
        if (!wanted.isEmpty() && next.compareTo(GRACE) > 0) {
            next = GRACE;
        }
        wanted.forEach(one -> seen.remove(one.file()));
        settling.keepOnly(seen);
        settlingNow = settling.size();
        forgetGone(present);
        return next.compareTo(SHORTEST_PAUSE) < 0 ? SHORTEST_PAUSE : next;
    }

    /** Empty for what is no regular file (links are not followed) or has gone. */
    private static Optional<FileState> stateOf(Path file) throws IOException {
        try {
            return Optional.of(FileState.of(file)).filter(FileState::regular);
        } catch (NoSuchFileException gone) {
            return Optional.empty();
        }
    }

    private boolean isKnownToLie(String name, FileState state, long rulebookVersion) {
        return lying.find(name, state)
                .filter(file -> file.why() == LyingFiles.Why.LEFT || file.rulebookVersion() == rulebookVersion)
                .isPresent();
    }

    private void leave(String name, FileState state, long rulebookVersion) {
        around.store().write(db -> {
            lying.keep(
                    db,
                    name,
                    new LyingFiles.Lying(
                            LyingFiles.FileMark.of(state), LyingFiles.Why.LEFT, rulebookVersion, Optional.empty()));
            return name;
        });
    }

    /** Asks the rules by what is known without opening the file further than its head. */
    private Optional<Claims.Wanted> decide(Path file, FileState state, List<LiveRule> rules, long rulebookVersion)
            throws IOException {
        String name = file.getFileName().toString();
        FileType type;
        try {
            type = Claims.typeOf(file);
        } catch (NoSuchFileException gone) {
            return Optional.empty();
        } catch (IOException e) {
            Reason unreadable =
                    Reason.of("file.unreadable", "problem", e.getClass().getSimpleName());
            tellUnwanted(name, state, FileType.UNKNOWN, unreadable, rulebookVersion);
            return Optional.empty();
        }
        Facts facts = new Facts(
                name,
                state.size(),
                type,
                Optional.of(folder.toString()),
                around.clock().instant());
        List<Considered> considered = rules.stream()
                .map(rule -> Planner.consider(rule.candidate(), facts))
                .toList();
        boolean mayBeWanted = type == FileType.EMPTY || considered.stream().anyMatch(HotFolder::mayTake);
        if (mayBeWanted) {
            return Optional.of(
                    new Claims.Wanted(file, state, type, lying.findJob(name).filter(this::isUnwanted)));
        }
        tellUnwanted(name, state, type, Planner.noneWants(considered), rulebookVersion);
        return Optional.empty();
    }

    private static boolean mayTake(Considered considered) {
        return considered.takes() || considered.conditions().stream().anyMatch(seen -> seen.truth() == Truth.OPEN);
    }

    private boolean isUnwanted(String job) {
        return around.jobs()
                .find(job)
                .filter(found -> found.state() == JobState.UNWANTED)
                .isPresent();
    }

    private void tellUnwanted(String name, FileState state, FileType type, Reason reason, long rulebookVersion) {
        Optional<String> known = lying.findJob(name).filter(this::isUnwanted);
        around.store().write(db -> {
            String job = known.orElseGet(() -> {
                Jobs.NewJob made =
                        new Jobs.NewJob(source, name, state.size(), type, Optional.empty(), JobState.WAITING);
                String id = around.jobs().newId(db);
                around.jobs().create(db, id, made, "service");
                return id;
            });
            lieUnwanted(db, job, name, state, reason, rulebookVersion);
            return job;
        });
    }

    private void lieUnwanted(
            JdbcClient db, String job, String name, FileState state, Reason reason, long rulebookVersion) {
        around.jobs().move(db, job, Jobs.Move.to(JobState.UNWANTED, reason), "service");
        LyingFiles.FileMark mark = LyingFiles.FileMark.of(state);
        lying.keep(db, name, new LyingFiles.Lying(mark, LyingFiles.Why.UNWANTED, rulebookVersion, Optional.of(job)));
    }

    /** A lying file that somebody took away: the job that told of it ends. */
    private void forgetGone(Set<String> present) {
        lying.all().forEach((key, file) -> {
            if (!present.contains(key)) {
                around.store().write(db -> {
                    lying.forget(db, key);
                    Optional<Job> told = file.job().flatMap(job -> around.jobs().find(db, job));
                    told.filter(job -> job.state() == JobState.UNWANTED
                                    && job.arrival().isEmpty())
                            .ifPresent(job -> around.jobs()
                                    .move(
                                            db,
                                            job.id(),
                                            Jobs.Move.to(JobState.CANCELLED, Reason.of("file.gone")),
                                            "service"));
                    return key;
                });
            }
        });
    }

    private void claimAll(List<Claims.Wanted> wanted, long rulebookVersion) throws IOException {
        List<Claims.Wanted> oldestFirst = new ArrayList<>(wanted);
        oldestFirst.sort(
                Comparator.comparingLong((Claims.Wanted one) -> one.state().mtime())
                        .thenComparing(one -> one.file().getFileName().toString()));
        for (int from = 0; from < oldestFirst.size(); from += CLAIMS_PER_COMMIT) {
            int to = Math.min(from + CLAIMS_PER_COMMIT, oldestFirst.size());
            Claims.Begun begun = claims.begin(oldestFirst.subList(from, to));
            begun.moved().forEach(this::copy);
            for (Claims.Stuck stuck : begun.stuck()) {
                Claims.Wanted one = stuck.wanted();
                Reason reason = Reason.of("file.stuck", "problem", stuck.problem());
                tellUnwanted(one.file().getFileName().toString(), one.state(), one.type(), reason, rulebookVersion);
            }
        }
    }

    private void copy(Claims.Moved moved) {
        try {
            around.copiers().execute(() -> finish(moved));
        } catch (RejectedExecutionException stopping) {
            // the next start recovers it
        }
    }

    private void finish(Claims.Moved moved) {
        try {
            claims.finish(moved);
            hold(moved);
            around.whenArrived().run();
        } catch (IOException | RuntimeException e) {
            LOG.warn(
                    "The file of job {} can't be kept yet ({}); it is tried again",
                    moved.job(),
                    e.getClass().getSimpleName());
            unfinished.add(moved);
        }
    }

    private void retryUnfinished() {
        for (int i = unfinished.size(); i > 0; i--) {
            Claims.Moved moved = unfinished.poll();
            if (moved != null) {
                copy(moved);
            }
        }
    }

    private void hold(Claims.Moved moved) {
        held.add(new Held(moved, System.nanoTime()));
    }

    private Duration releaseHeld() throws IOException {
        long now = System.nanoTime();
        for (Held first = held.peek(); first != null; first = held.peek()) {
            long left = GRACE.toNanos() - (now - first.sinceNanos());
            if (left > 0) {
                return Duration.ofNanos(left);
            }
            held.remove(first);
            if (!claims.release(first.moved(), settings.settle())) {
                hold(first.moved());
                around.whenArrived().run();
            }
        }
        return unfinished.isEmpty() ? settings.sweep() : PAUSE_WHEN_AWAY;
    }
}
