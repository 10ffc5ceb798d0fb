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
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.rulebook.Rulebook;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

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
    record Surroundings(Rulebook rulebook, ExecutorService copiers, Runnable whenArrived, InstantSource clock) {}

    private record Held(Claims.Moved moved, long sinceNanos) {}

    private final Path folder;
    private final long source;
    private final Claims claims;
    private final Sorting sorting;
    private final Surroundings around;

    // Touched by the looking thread alone.
    private SourceSettings settings = NOT_ACTING;
    private Settling settling = new Settling(NOT_ACTING.settle());
    private boolean recovered;

    // What others wish, hand over, or may read at any time.
    private volatile Optional<SourceSettings> wish = Optional.empty();
    private final AtomicBoolean leaveExisting = new AtomicBoolean();
    private final ConcurrentLinkedQueue<Held> held = new ConcurrentLinkedQueue<>();
    private final ConcurrentLinkedQueue<Claims.Moved> unfinished = new ConcurrentLinkedQueue<>();
    private volatile Optional<Instant> lastLookAt = Optional.empty();
    private volatile Optional<Instant> nextLookAt = Optional.empty();
    private volatile Optional<Reason> trouble = Optional.empty();
    private volatile int settlingNow;

    HotFolder(Path folder, long source, Claims claims, Sorting sorting, Surroundings around) {
        this.folder = folder;
        this.source = source;
        this.claims = claims;
        this.sorting = sorting;
        this.around = around;
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
        return new SourceStatus(
                folder.toString(), lastLookAt, nextLookAt, trouble, settlingNow, sorting.countUnwanted());
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
            if (trouble.isPresent() && unfinished.isEmpty()) {
                LOG.info("Source {} is in order again", source);
                trouble = Optional.empty();
            }
            retryUnfinished();
            return shorter(next, releaseHeld());
        } catch (IOException | DirectoryIteratorException e) {
            return away(e.toString());
        }
    }

    private Duration away(String problem) {
        recovered = false;
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
        Sorting.Round round = sorting.begin(around.rulebook().acting(), leaveExisting.getAndSet(false));
        List<Claims.Wanted> wanted = new ArrayList<>();
        Set<Path> growing = new HashSet<>();
        Duration next = settings.sweep();
        long now = System.nanoTime();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
            for (Path file : files) {
                String name = file.getFileName().toString();
                Optional<FileState> state = IgnoredNames.ignores(name) ? Optional.empty() : stateOf(file);
                if (state.isEmpty() || round.stays(name, state.get())) {
                    continue;
                }
                Duration left = settling.left(file, state.get(), now);
                if (left.isZero()) {
                    round.findWanted(file, state.get()).ifPresent(wanted::add);
                } else {
                    growing.add(file);
                    next = shorter(next, left);
                }
            }
        }
        claimAll(wanted, round);
        round.end();
        settling.keepOnly(growing);
        settlingNow = growing.size();
        next = wanted.isEmpty() ? next : shorter(next, GRACE);
        return next.compareTo(SHORTEST_PAUSE) < 0 ? SHORTEST_PAUSE : next;
    }

    private static Duration shorter(Duration one, Duration other) {
        return one.compareTo(other) < 0 ? one : other;
    }

    /** Empty for what is no regular file (links are not followed) or has gone. */
    private static Optional<FileState> stateOf(Path file) throws IOException {
        try {
            return Optional.of(FileState.of(file)).filter(FileState::regular);
        } catch (NoSuchFileException gone) {
            return Optional.empty();
        }
    }

    private void claimAll(List<Claims.Wanted> wanted, Sorting.Round round) throws IOException {
        List<Claims.Wanted> oldestFirst = new ArrayList<>(wanted);
        oldestFirst.sort(
                Comparator.comparingLong((Claims.Wanted one) -> one.state().mtime())
                        .thenComparing(one -> one.file().getFileName().toString()));
        for (int from = 0; from < oldestFirst.size(); from += CLAIMS_PER_COMMIT) {
            int to = Math.min(from + CLAIMS_PER_COMMIT, oldestFirst.size());
            Claims.Begun begun = claims.begin(oldestFirst.subList(from, to));
            begun.moved().forEach(this::copy);
            begun.stuck().forEach(round::stuck);
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
            String problem = e.getClass().getSimpleName();
            LOG.warn("The file of job {} can't be kept yet ({}); it is tried again", moved.job(), problem);
            trouble = Optional.of(Reason.of("intake.not-kept", "problem", problem));
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
