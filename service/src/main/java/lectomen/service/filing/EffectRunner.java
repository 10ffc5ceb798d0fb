package lectomen.service.filing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import lectomen.engine.plan.Filing;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.WhenTaken;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/**
 * Does effects: each is written down as an intent, done, and proved by a receipt. One that fails for a passing cause waits
 * with growing pauses; as soon as one succeeds on the same connection, all that wait for it are tried at once.
 */
public final class EffectRunner implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(EffectRunner.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int THREADS = 8;
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);
    private static final Duration CLEARING_PAUSE = Duration.ofSeconds(3);
    private static final int MOST_AT_ONCE = 1_000;

    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final ByteStore bytes;
    private final Connections connections;
    private final Sources sources;
    private final Locale locale;
    private final InstantSource clock;
    private final GiveBack giveBack;
    private final Set<String> taken = ConcurrentHashMap.newKeySet();
    private final Set<String> troubled = ConcurrentHashMap.newKeySet();
    private final Queue<Leftover> uncleared = new ConcurrentLinkedQueue<>();
    private final ExecutorService threads = Executors.newFixedThreadPool(THREADS, work -> new Thread(work, "filing"));
    private final ScheduledExecutorService poller =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "filing-poller"));

    public EffectRunner(
            Store store,
            Ledger ledger,
            Jobs jobs,
            ByteStore bytes,
            Connections connections,
            Rulebook rulebook,
            Sources sources,
            KeyedHash keyed,
            Locale locale,
            InstantSource clock) {
        this.store = store;
        this.jobs = jobs;
        this.effects = new Effects(store, ledger, keyed, clock);
        this.bytes = bytes;
        this.connections = connections;
        this.sources = sources;
        this.locale = locale;
        this.clock = clock;
        this.giveBack = new GiveBack(effects, rulebook, clock);
    }

    /** Begins to work; what an earlier run of the service left unfinished comes first. */
    public void start() {
        poller.execute(this::clearLast);
        poller.scheduleWithFixedDelay(this::clearUncleared, 0, CLEARING_PAUSE.toMillis(), TimeUnit.MILLISECONDS);
        poller.scheduleWithFixedDelay(this::submitDue, 0, 200, TimeUnit.MILLISECONDS);
    }

    /**
     * Writes the intents of a plan, but for those that an earlier generation of the job has a receipt for. Call it in the
     * write that records the plan; {@link #wake} then starts them.
     */
    public void intend(JdbcClient db, Job job, List<Filing> filings) {
        Set<Integer> doneBefore = effects.ofJob(db, job.id()).stream()
                .filter(effect -> effect.kind() == Effect.Kind.FILE && effect.state() == Effect.State.DONE)
                .map(Effect::step)
                .collect(Collectors.toSet());
        for (Filing filing : filings) {
            if (!doneBefore.contains(filing.step())) {
                String settings = connections
                        .findFolder(filing.connection())
                        .map(Path::toString)
                        .orElse("");
                effects.intend(db, job, filing.step(), Effect.Kind.FILE, filing.connection(), settings, filing);
            }
        }
        settle(db, job.id());
    }

    /** Ends a job badly, and gives its file back to the people who dropped it. */
    public void endBadly(JdbcClient db, Job job, JobState state, Reason reason, Optional<String> hotFolder) {
        jobs.move(db, job.id(), Jobs.Move.to(state, reason), "service");
        hotFolder.ifPresent(folder -> giveBack.intend(db, job, reason, folder));
    }

    /** Looks for due effects now rather than at the next turn. */
    public void wake() {
        try {
            poller.execute(this::submitDue);
        } catch (RejectedExecutionException stopping) {
            // the next start finds them
        }
    }

    private void submitDue() {
        try {
            for (String id : effects.due(MOST_AT_ONCE)) {
                if (taken.add(id)) {
                    threads.execute(() -> act(id));
                }
            }
        } catch (RejectedExecutionException stopping) {
            // the next start finds them
        } catch (RuntimeException e) {
            LOG.error("Due effects can't be looked up; they are looked up again", e);
        }
    }

    private void act(String id) {
        try {
            Optional<Effect> effect =
                    effects.find(id).filter(found -> found.state().isOpen());
            if (effect.isPresent()) {
                act(effect.get());
            }
        } catch (RuntimeException e) {
            LOG.error("Effect {} met a fault; it is tried again", id, e);
        } finally {
            taken.remove(id);
        }
    }

    private void act(Effect effect) {
        Optional<Work> work = work(effect);
        if (work.isEmpty()) {
            fail(effect, Reason.of("connection.unknown", "connection", effect.connection()), JobState.FAILED);
            return;
        }
        if (!bytes.has(effect.bytes().sha256())) {
            fail(effect, Reason.of("bytes.missing"), JobState.FAILED);
            return;
        }
        Placing placing = work.get()
                .repository()
                .place(
                        work.get().order(),
                        bytes::open,
                        place -> store.write(db -> {
                            effects.acting(db, effect, place);
                            return place;
                        }));
        if (placing instanceof Placing.Placed placed) {
            placed(effect, work.get(), placed);
        } else if (placing instanceof Placing.NotNow notNow) {
            waitForIt(effect, notNow.reason());
        } else if (placing instanceof Placing.Never never) {
            fail(effect, never.reason(), JobState.FAILED);
        } else if (placing instanceof Placing.Taken name) {
            WhenTaken choice = work.get().order().whenTaken();
            Reason reason = Reason.of(
                    "name.taken",
                    "name",
                    name.name(),
                    "folder",
                    name.folder().isEmpty() ? effect.connection() : name.folder(),
                    "choice",
                    choice.word());
            fail(effect, reason, choice == WhenTaken.LEAVE ? JobState.REJECTED : JobState.FAILED);
        }
    }

    private record Work(FolderRepository repository, Order order, String explanation) {}

    private Optional<Work> work(Effect effect) {
        return switch (effect.kind()) {
            case FILE -> {
                Filing filing = JSON.readValue(effect.request(), Filing.class);
                Filing.Target target = filing.target(locale);
                yield target instanceof Filing.Target.Place place
                        ? connections
                                .find(effect.connection())
                                .map(repository -> new Work(repository, order(effect, place, filing.whenTaken()), ""))
                        : Optional.empty();
            }
            case GIVE_BACK -> {
                GiveBackRequest request = JSON.readValue(effect.request(), GiveBackRequest.class);
                Filing.Target.Place place = GiveBack.place(request);
                FolderRepository repository = new FolderRepository(effect.connection(), GiveBack.root(request));
                yield Optional.of(
                        new Work(repository, order(effect, place, WhenTaken.NUMBER_IT), request.explanation()));
            }
        };
    }

    private static Order order(Effect effect, Filing.Target.Place place, WhenTaken whenTaken) {
        return new Order(effect.id(), place.folder(), place.name(), whenTaken, effect.bytes(), effect.place());
    }

    private void placed(Effect effect, Work work, Placing.Placed placed) {
        try {
            if (!work.explanation().isEmpty()) {
                GiveBack.explain(placed.leftover(), placed.place(), work.explanation());
            }
        } catch (IOException e) {
            String problem = e.getClass().getSimpleName();
            waitForIt(effect, Reason.of("destination.trouble", "connection", effect.connection(), "problem", problem));
            return;
        }
        store.write(db -> {
            effects.done(db, effect, placed.place(), placed.answer());
            settle(db, effect.jobId());
            return troubled.remove(effect.connection()) ? effects.wake(db, effect.connection()) : 0;
        });
        clear(new Leftover(effect.id(), placed.leftover()));
    }

    /** A hidden file that is to go. */
    private record Leftover(String effectId, Path file) {}

    /** With the receipt written, what proved the filing is no longer needed. One that can't be reached now goes later. */
    private void clear(Leftover leftover) {
        if (!isDeleted(leftover)) {
            uncleared.add(leftover);
        }
    }

    private static boolean isDeleted(Leftover leftover) {
        try {
            return Files.deleteIfExists(leftover.file());
        } catch (IOException e) {
            String problem = e.getClass().getSimpleName();
            LOG.warn("The hidden file of effect {} could not be removed yet ({})", leftover.effectId(), problem);
            return false;
        }
    }

    /** Takes away what could not be reached before; what is not there once its folder is back is gone already. */
    private void clearUncleared() {
        uncleared.removeIf(leftover -> {
            boolean folderIsThere = Files.isDirectory(leftover.file().resolveSibling("."));
            return isDeleted(leftover) || (folderIsThere && Files.notExists(leftover.file()));
        });
    }

    /** A service that was ended between a receipt and the clearing left a hidden file with each of its last filings. */
    private void clearLast() {
        for (Effect effect : effects.lastDone(THREADS * 10)) {
            work(effect).ifPresent(work -> work.repository()
                    .leftovers(work.order())
                    .forEach(file -> uncleared.add(new Leftover(effect.id(), file))));
        }
    }

    /** A job is filed once all its filings of this generation are. */
    private void settle(JdbcClient db, String jobId) {
        Job job = jobs.find(db, jobId).orElseThrow();
        boolean filed = !job.state().isEnd()
                && effects.ofJob(db, jobId).stream()
                        .filter(effect -> effect.kind() == Effect.Kind.FILE && effect.generation() == job.generation())
                        .allMatch(effect -> effect.state() == Effect.State.DONE);
        if (filed) {
            jobs.move(db, jobId, Jobs.Move.to(JobState.FILED), "service");
        }
    }

    private void waitForIt(Effect effect, Reason reason) {
        Instant nextTry = clock.instant().plus(pause(effect.attempts()));
        troubled.add(effect.connection());
        store.write(db -> {
            effects.waitUntil(db, effect, nextTry, reason);
            if (effect.kind() == Effect.Kind.FILE) {
                jobs.move(db, effect.jobId(), Jobs.Move.waitUntil(nextTry, reason), "service");
            }
            return nextTry;
        });
    }

    private static Duration pause(int attempts) {
        Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.min(attempts, 10));
        return pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause;
    }

    private void fail(Effect effect, Reason reason, JobState end) {
        store.write(db -> {
            effects.abandon(db, effect, reason);
            if (effect.kind() == Effect.Kind.FILE) {
                Job job = jobs.find(db, effect.jobId()).orElseThrow();
                if (!job.state().isEnd()) {
                    endBadly(db, job, end, reason, sources.findFolder(db, job.source()));
                }
            }
            return effect.id();
        });
        wake();
    }

    /** The effects of a job for people, with whole paths. */
    public List<EffectView> of(String jobId) {
        return store.read(db -> effects.views(db, jobId)).stream()
                .map(view -> new EffectView(
                        view.id(),
                        view.kind(),
                        view.connection(),
                        view.state(),
                        view.place().map(place -> wholePath(view, place)),
                        view.reason(),
                        view.attempts(),
                        view.nextTryAt(),
                        view.doneAt(),
                        view.answer(),
                        view.generation()))
                .toList();
    }

    private String wholePath(EffectView view, String place) {
        Optional<Path> root = connections.findFolder(view.connection());
        return view.kind().equals(Effect.Kind.FILE.code()) && root.isPresent()
                ? root.get().resolve(place).toString()
                : Path.of(view.connection()).resolve(place).toString();
    }

    /**
     * Gives up what was not begun of a job that is being cancelled or started again. Receipts stay.
     *
     * @return false, and nothing changed, if a filing has begun that may already be in place
     */
    public boolean giveUp(JdbcClient db, String jobId, Reason reason) {
        List<Effect> open = effects.ofJob(db, jobId).stream()
                .filter(effect ->
                        effect.kind() == Effect.Kind.FILE && effect.state().isOpen())
                .toList();
        if (open.stream().anyMatch(effect -> effect.place().isPresent() || taken.contains(effect.id()))) {
            return false;
        }
        open.forEach(effect -> effects.abandon(db, effect, reason));
        return true;
    }

    /** Tries what a job waits for at once. */
    public void tryNow(JdbcClient db, String jobId) {
        effects.makeDue(db, jobId);
    }

    @Override
    public void close() {
        poller.shutdownNow();
        threads.shutdown();
        try {
            if (!threads.awaitTermination(20, TimeUnit.SECONDS)) {
                threads.shutdownNow();
            }
        } catch (InterruptedException e) {
            threads.shutdownNow();
            Thread.currentThread().interrupt();
        }
    }
}
