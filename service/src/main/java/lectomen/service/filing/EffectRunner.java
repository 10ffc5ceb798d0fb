package lectomen.service.filing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
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
    private static final int AT_ONCE_ON_A_CONNECTION = 24;
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);
    private static final Duration CLEARING_PAUSE = Duration.ofSeconds(3);
    private static final int MOST_AT_ONCE = 100;

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
    private final FolderNames names = new FolderNames();
    private final Map<String, Integer> atWork = new ConcurrentHashMap<>();
    private final AtomicBoolean lookAsked = new AtomicBoolean();
    private final ExecutorService threads = Executors.newCachedThreadPool(work -> new Thread(work, "filing"));
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
     * Writes the intents of a plan, but for those that an earlier generation of the job has a receipt for; when the job was run
     * again, those replace what it filed before. Call it in the write that records the plan; {@link #wake} then starts them.
     */
    public void intend(JdbcClient db, Job job, List<Filing> filings) {
        List<Effect> before = job.generation() == 1 ? List.of() : effects.ofJob(db, job.id());
        boolean intended = false;
        for (Filing filing : filings) {
            boolean done = before.stream()
                    .anyMatch(effect -> effect.stands()
                            && effect.generation() >= job.redoGeneration()
                            && effect.step() == filing.step());
            if (!done) {
                String settings = connections
                        .findFolder(filing.connection())
                        .map(Path::toString)
                        .orElse("");
                Optional<String> supersedes = toReplace(before, job)
                        .filter(effect -> effect.step() == filing.step()
                                && effect.connection().equals(filing.connection()))
                        .map(Effect::id)
                        .findFirst();
                effects.intend(
                        db,
                        job,
                        new Effects.Intent(
                                filing.step(),
                                Effect.Kind.FILE,
                                filing.connection(),
                                settings,
                                filing,
                                supersedes,
                                Optional.empty()));
                intended = true;
            }
        }
        if (!intended) {
            settle(db, job.id());
        }
    }

    /** What the job filed before it was run again. */
    private static Stream<Effect> toReplace(List<Effect> effects, Job job) {
        return effects.stream().filter(effect -> effect.stands() && effect.generation() < job.redoGeneration());
    }

    /** Ends a job badly, and gives its file back to the people who dropped it. */
    public void endBadly(JdbcClient db, Job job, JobState state, Reason reason, Optional<String> hotFolder) {
        jobs.move(db, job.id(), Jobs.Move.to(state, reason), "service");
        if (!job.leftInFolder() && job.generation() == job.redoGeneration()) {
            hotFolder.ifPresent(folder -> giveBack.intend(db, job, reason, folder));
        }
    }

    /** Looks for due effects now rather than at the next turn. Asking again before that look costs nothing. */
    public void wake() {
        if (lookAsked.compareAndSet(false, true)) {
            try {
                poller.execute(this::submitDue);
            } catch (RejectedExecutionException stopping) {
                // the next start finds them
            }
        }
    }

    /** A connection takes a few at once and no more, so that a slow one keeps no other waiting. */
    private void submitDue() {
        lookAsked.set(false);
        try {
            Set<String> busy = new HashSet<>();
            atWork.forEach((connection, count) -> {
                if (count >= AT_ONCE_ON_A_CONNECTION) {
                    busy.add(connection);
                }
            });
            for (Effects.Due due : effects.due(busy, MOST_AT_ONCE)) {
                if (atWork.getOrDefault(due.connection(), 0) < AT_ONCE_ON_A_CONNECTION && taken.add(due.id())) {
                    atWork.merge(due.connection(), 1, Integer::sum);
                    threads.execute(() -> act(due));
                }
            }
        } catch (RejectedExecutionException stopping) {
            // the next start finds them
        } catch (RuntimeException e) {
            LOG.error("Due effects can't be looked up; they are looked up again", e);
        }
    }

    private void act(Effects.Due due) {
        try {
            Optional<Effect> effect =
                    effects.find(due.id()).filter(found -> found.state().isOpen());
            if (effect.isPresent()) {
                act(effect.get());
            }
        } catch (RuntimeException e) {
            LOG.error("Effect {} met a fault; it is tried again", due.id(), e);
        } finally {
            taken.remove(due.id());
            int others = atWork.merge(due.connection(), -1, Integer::sum);
            if (others == AT_ONCE_ON_A_CONNECTION - 1) {
                wake();
            }
        }
    }

    private void act(Effect effect) {
        if (effect.kind() == Effect.Kind.WITHDRAW) {
            withdraw(effect);
            return;
        }
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
                                .findFolder(effect.connection())
                                .map(folder -> new Work(
                                        repository(effect.connection(), folder),
                                        order(effect, place, filing.whenTaken()),
                                        ""))
                        : Optional.empty();
            }
            case GIVE_BACK -> {
                GiveBackRequest request = JSON.readValue(effect.request(), GiveBackRequest.class);
                Filing.Target.Place place = GiveBack.place(request);
                FolderRepository repository = repository(effect.connection(), GiveBack.root(request));
                yield Optional.of(
                        new Work(repository, order(effect, place, WhenTaken.NUMBER_IT), request.explanation()));
            }
            case WITHDRAW -> Optional.empty();
        };
    }

    private FolderRepository repository(String connection, Path folder) {
        return new FolderRepository(connection, folder, names);
    }

    private Order order(Effect effect, Filing.Target.Place place, WhenTaken whenTaken) {
        Optional<Order.Own> replaces = effect.supersedes()
                .flatMap(effects::find)
                .filter(Effect::stands)
                .map(earlier -> new Order.Own(earlier.place().orElseThrow(), earlier.bytes()));
        return new Order(
                effect.id(), place.folder(), place.name(), whenTaken, effect.bytes(), replaces, effect.place());
    }

    /** Takes back what an earlier run of the job filed and this one did not replace. */
    private void withdraw(Effect effect) {
        WithdrawRequest request = JSON.readValue(effect.request(), WithdrawRequest.class);
        Optional<Path> folder = connections.findFolder(effect.connection());
        Order.Own own = new Order.Own(request.place(), request.content());
        Withdrawing came = folder.isEmpty()
                ? new Withdrawing.Gone("connection is no longer set up")
                : repository(effect.connection(), folder.get())
                        .withdraw(
                                effect.id(),
                                own,
                                place -> store.write(db -> {
                                    effects.acting(db, effect, place);
                                    return place;
                                }));
        if (came instanceof Withdrawing.NotNow notNow) {
            waitForIt(effect, notNow.reason());
            return;
        }
        store.write(db -> {
            Job job = jobs.find(db, effect.jobId()).orElseThrow();
            if (came instanceof Withdrawing.Gone gone) {
                effects.done(db, effect, job, request.place(), gone.how());
            } else {
                effects.abandon(db, effect, Reason.of("withdraw.changed", "name", request.place()));
            }
            effects.ended(db, request.effect());
            settle(db, effect.jobId());
            return job;
        });
    }

    private void placed(Effect effect, Work work, Placing.Placed placed) {
        try {
            if (!work.explanation().isEmpty()) {
                GiveBack.explain(placed.leftovers().get(0), placed.place(), work.explanation());
            }
        } catch (IOException e) {
            String problem = e.getClass().getSimpleName();
            waitForIt(effect, Reason.of("destination.trouble", "connection", effect.connection(), "problem", problem));
            return;
        }
        store.write(db -> {
            Job job = jobs.find(db, effect.jobId()).orElseThrow();
            effects.done(db, effect, job, placed.place(), placed.answer());
            work.order()
                    .replaces()
                    .filter(own -> own.place().equals(placed.place()))
                    .ifPresent(own -> effects.ended(db, effect.supersedes().orElseThrow()));
            settle(db, job);
            return troubled.remove(effect.connection()) ? effects.wake(db, effect.connection()) : 0;
        });
        placed.leftovers().forEach(file -> clear(new Leftover(effect.id(), file)));
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
        for (Effect effect : effects.lastDone(AT_ONCE_ON_A_CONNECTION * 5)) {
            work(effect).ifPresent(work -> work.repository()
                    .leftovers(work.order())
                    .forEach(file -> uncleared.add(new Leftover(effect.id(), file))));
        }
    }

    /** A job is filed once all its filings of this run are, and what it filed in an earlier run is replaced or taken back. */
    private void settle(JdbcClient db, String jobId) {
        settle(db, jobs.find(db, jobId).orElseThrow());
    }

    private void settle(JdbcClient db, Job job) {
        boolean filed = !job.state().isEnd() && !effects.hasOpenFiling(db, job);
        boolean ranAgain = job.redoGeneration() > 1;
        if (filed && !(ranAgain && takesBack(db, job, effects.ofJob(db, job.id())))) {
            jobs.move(db, job.id(), Jobs.Move.to(JobState.FILED), "service");
        }
    }

    /** Whether something that the job filed earlier has still to be taken back; its intent is written here. */
    private boolean takesBack(JdbcClient db, Job job, List<Effect> all) {
        if (all.stream()
                .anyMatch(effect -> effect.kind() == Effect.Kind.WITHDRAW
                        && effect.state() != Effect.State.DONE
                        && effect.state() != Effect.State.ABANDONED)) {
            return true;
        }
        List<Effect> stale = toReplace(all, job).toList();
        for (Effect old : stale) {
            WithdrawRequest request = new WithdrawRequest(old.id(), old.place().orElseThrow(), old.bytes());
            effects.intend(
                    db,
                    job,
                    new Effects.Intent(
                            old.step(),
                            Effect.Kind.WITHDRAW,
                            old.connection(),
                            "",
                            request,
                            Optional.empty(),
                            Optional.of(old.id())));
        }
        if (!stale.isEmpty()) {
            store.afterCommit(this::wake);
        }
        return !stale.isEmpty();
    }

    private void waitForIt(Effect effect, Reason reason) {
        Instant nextTry = clock.instant().plus(pause(effect.attempts()));
        troubled.add(effect.connection());
        store.write(db -> {
            effects.waitUntil(db, effect, nextTry, reason);
            if (effect.kind() != Effect.Kind.GIVE_BACK) {
                Jobs.Move wait = Jobs.Move.waitForDestination(Optional.of(nextTry), Optional.of(reason));
                jobs.move(db, effect.jobId(), wait, "service");
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
        return of(List.of(jobId));
    }

    /** The effects of several jobs, each with its job's id. */
    public List<EffectView> of(List<String> jobIds) {
        return store.read(db -> effects.views(db, jobIds)).stream()
                .map(view -> view.at(view.place().map(place -> wholePath(view, place))))
                .toList();
    }

    private String wholePath(EffectView view, String place) {
        Optional<Path> root = connections.findFolder(view.connection());
        return root.isPresent()
                ? root.get().resolve(place).toString()
                : Path.of(view.connection()).resolve(place).toString();
    }

    /**
     * Holds what was not begun of a job, or lets it go on.
     *
     * @return false, and nothing changed, if a filing has begun that may already be in place
     */
    public boolean hold(JdbcClient db, String jobId, boolean hold) {
        if (hold && hasBegun(openFilings(db, jobId))) {
            return false;
        }
        effects.hold(db, jobId, hold);
        return true;
    }

    /** Whether a plan of the job's present generation waits to be carried out. */
    public boolean hasPlan(JdbcClient db, Job job) {
        return effects.ofJob(db, job.id()).stream()
                .anyMatch(effect -> effect.kind() != Effect.Kind.GIVE_BACK && effect.generation() == job.generation());
    }

    private List<Effect> openFilings(JdbcClient db, String jobId) {
        return effects.ofJob(db, jobId).stream()
                .filter(effect -> effect.kind() != Effect.Kind.GIVE_BACK
                        && (effect.state().isOpen() || effect.state() == Effect.State.HELD))
                .toList();
    }

    private boolean hasBegun(List<Effect> open) {
        return open.stream().anyMatch(effect -> effect.place().isPresent() || taken.contains(effect.id()));
    }

    /**
     * Gives up what was not begun of a job that is being cancelled or started again. Receipts stay.
     *
     * @return false, and nothing changed, if a filing has begun that may already be in place
     */
    public boolean giveUp(JdbcClient db, String jobId, Reason reason) {
        List<Effect> open = openFilings(db, jobId);
        if (hasBegun(open)) {
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
