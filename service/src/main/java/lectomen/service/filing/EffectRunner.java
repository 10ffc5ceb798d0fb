package lectomen.service.filing;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.plan.Filing;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.WhenTaken;
import lectomen.service.bytes.ByteStore;
import lectomen.service.counter.Counters;
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
 * Runs effects: each is written down as an intent, carried out, and proved by a receipt. One that fails for a passing cause waits
 * with growing pauses; as soon as one succeeds on the same connection, all that wait for it are tried at once.
 */
public final class EffectRunner implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(EffectRunner.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String COUNTER_BUSY = "counter.busy";
    private static final Duration CLEARING_PAUSE = Duration.ofSeconds(3);
    private static final int MOST_LEFT_BY_A_CRASH = EffectScheduler.AT_ONCE_ON_A_CONNECTION * 5;

    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final ByteStore bytes;
    private final Connections connections;
    private final Sources sources;
    private final Locale locale;
    private final GiveBack giveBack;
    private final EffectRetries retries;
    private final EarlierFilings earlier;
    private final SameDocument sameDocument;
    private final EffectScheduler due;
    private final TemporaryFiles temporaryFiles = new TemporaryFiles();
    private final FilingWork.Maker works;
    private final Counters counters;
    private JobEndListener whenEnded = (db, job, end, reason) -> false;

    public EffectRunner(
            Store store,
            Ledger ledger,
            Jobs jobs,
            ByteStore bytes,
            Connections connections,
            Rulebook rulebook,
            Sources sources,
            Counters counters,
            KeyedHash keyed,
            Locale locale,
            InstantSource clock) {
        this.store = store;
        this.jobs = jobs;
        this.effects = new Effects(store, ledger, keyed, clock);
        this.bytes = bytes;
        this.connections = connections;
        this.sources = sources;
        this.counters = counters;
        this.locale = locale;
        this.works = new FilingWork.Maker(connections, effects, locale);
        this.giveBack = new GiveBack(effects, rulebook, clock);
        this.earlier = new EarlierFilings(effects);
        this.sameDocument = new SameDocument(store, effects, keyed);
        this.retries = new EffectRetries(store, jobs, effects, counters, clock);
        this.due = new EffectScheduler(effects, this::actOrWait);
    }

    /** Who is called for each end. Say so while the service is put together. */
    public void whenEnded(JobEndListener listener) {
        whenEnded = listener;
    }

    /** Begins to work; what an earlier run of the service left unfinished comes first. */
    public void start() {
        due.start(this::clearLast, temporaryFiles::clear, CLEARING_PAUSE);
    }

    /**
     * Writes the intents of a plan, but for those that an earlier generation of the job has a receipt for; when the job was run
     * again, those replace what it filed before. Call it in the write that records the plan; {@link #wake} then starts them.
     */
    public void intend(JdbcClient db, Job job, List<Filing> filings) {
        List<Effect> before = job.generation() == 1 ? List.of() : effects.ofJob(db, job.id());
        boolean intended = false;
        for (Filing filing : filings) {
            if (!EarlierFilings.stands(before, job, filing)) {
                String settings = connections
                        .findFolder(filing.connection())
                        .map(Path::toString)
                        .orElse("");
                effects.intend(
                        db,
                        job,
                        new Effects.Intent(
                                filing.step(),
                                Effect.Kind.FILE,
                                filing.connection(),
                                settings,
                                counters.withQuickNumbers(db, job.id(), filing),
                                EarlierFilings.findReplacedBy(before, job, filing),
                                Optional.empty(),
                                SameDocument.key(db, job, filing)));
                intended = true;
            }
        }
        if (!intended) {
            settle(db, job.id());
        }
    }

    /** Ends a job badly, and gives its file back to the people who dropped it. */
    public void endBadly(JdbcClient db, Job job, JobState state, Reason reason, Optional<String> hotFolder) {
        jobs.move(db, job.id(), Jobs.Move.to(state, reason), "service");
        boolean goesOn = whenEnded.goesOn(db, job, state, Optional.of(reason));
        if (state != JobState.FAILED) {
            othersMayGoOn(db, job);
        }
        if (!goesOn && !job.leftInFolder() && job.generation() == job.redoGeneration()) {
            hotFolder.ifPresent(folder -> giveBack.intend(db, job, reason, folder));
        }
    }

    /** What is given back to people: answers, and documents as they came. */
    public GiveBack giveBack() {
        return giveBack;
    }

    /** What came in with a job that has ended may have waited for that, to withdraw what earlier documents filed. */
    public void othersMayGoOn(JdbcClient db, Job job) {
        for (String id : SameDocument.filedWith(db, job)) {
            Job other = jobs.find(db, id).orElseThrow();
            if (sameDocument.takeBack(db, other) == EarlierFilings.Left.INTENDED) {
                store.afterCommit(this::wake);
                return;
            }
        }
    }

    /** Looks for due effects now rather than at the next turn. Asking again before that look costs nothing. */
    public void wake() {
        due.wake();
    }

    /** A fault on the way is said of the job, and the effect is tried again after a pause that grows. */
    void actOrWait(Effect due) {
        try {
            act(due);
        } catch (NoLongerOpenException e) {
            effects.find(due.id()).flatMap(works::findFor).ifPresent(work -> hiddenFiles(work)
                    .forEach(file -> temporaryFiles.clear(due.id(), file)));
        } catch (RuntimeException | Error e) {
            LOG.error("Effect {} failed with an internal error; it is retried", due.id(), e);
            effects.find(due.id())
                    .filter(now -> now.state().isOpen())
                    .ifPresent(now ->
                            retries.waitForIt(now, Reason.of("destination.fault", "connection", now.connection())));
        }
    }

    private void act(Effect due) {
        if (due.kind() == Effect.Kind.WITHDRAW) {
            withdraw(due);
            return;
        }
        Optional<Effect> numbered = numbered(due);
        if (numbered.isEmpty()) {
            return;
        }
        Optional<Reason> refusal =
                due.kind() == Effect.Kind.FILE ? sameDocument.findRefusal(numbered.get()) : Optional.empty();
        if (refusal.isPresent()) {
            fail(numbered.get(), refusal.get(), JobState.REJECTED);
            return;
        }
        Effect effect = replacingOwn(numbered.get());
        Optional<FilingWork> work = works.findFor(effect);
        if (work.isEmpty()) {
            fail(effect, Reason.of("connection.unknown", "connection", effect.connection()), JobState.FAILED);
            return;
        }
        if (work.get().content().isEmpty() && !bytes.has(effect.bytes().sha256())) {
            fail(effect, Reason.of("bytes.missing"), JobState.FAILED);
            return;
        }
        PlaceResult placing = work.get()
                .repository()
                .place(
                        work.get().order(),
                        work.get().bytes(bytes),
                        place -> store.write(db -> {
                            effects.acting(db, effect, place);
                            return place;
                        }));
        if (placing instanceof PlaceResult.Placed placed) {
            placed(effect, work.get(), placed);
        } else if (placing instanceof PlaceResult.NotNow notNow) {
            retries.waitForIt(effect, notNow.reason());
        } else if (placing instanceof PlaceResult.Never never) {
            fail(effect, never.reason(), JobState.FAILED);
        } else if (placing instanceof PlaceResult.Taken name) {
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

    /** The effect with the numbers that it needs; empty, and told to wait, where another has one of them in hand. */
    private Optional<Effect> numbered(Effect effect) {
        if (effect.kind() != Effect.Kind.FILE) {
            return Optional.of(effect);
        }
        Filing filing = JSON.readValue(effect.request(), Filing.class);
        if (filing.counters().isEmpty()) {
            return Optional.of(effect);
        }
        Counters.Numbered numbers = store.write(db -> {
            effects.requireOpen(db, effect);
            Counters.Numbered given = counters.withUnbrokenNumbers(db, effect.jobId(), filing);
            if (given instanceof Counters.Numbered.With with) {
                effects.asks(db, effect, with.filing());
            }
            return given;
        });
        if (numbers instanceof Counters.Numbered.Busy busy) {
            retries.waitForIt(effect, Reason.of(COUNTER_BUSY, "counter", busy.counter()));
            return Optional.empty();
        }
        return effects.find(effect.id());
    }

    /** A filing that may take the place of what its rule filed there before says so before it acts. */
    private Effect replacingOwn(Effect effect) {
        if (effect.kind() != Effect.Kind.FILE || effect.supersedes().isPresent()) {
            return effect;
        }
        Filing filing = JSON.readValue(effect.request(), Filing.class);
        boolean byKey = filing.findDocumentKey().isPresent();
        boolean may = byKey || filing.whenTaken() == WhenTaken.REPLACE_OWN;
        Optional<String> earlier = may && filing.target(locale) instanceof Filing.Target.Place place
                ? byKey
                        ? sameDocument.findReplaced(effect, place)
                        : jobs.require(effect.jobId())
                                .rule()
                                .flatMap(rule -> effects.findStanding(effect.connection(), place.shown(), rule.id()))
                : Optional.empty();
        if (earlier.isEmpty()) {
            return effect;
        }
        store.write(db -> {
            effects.requireOpen(db, effect);
            effects.replaces(db, effect, earlier.get());
            return effect.id();
        });
        return effects.find(effect.id()).orElseThrow();
    }

    /** Withdraws what an earlier run of the job filed and this one did not replace. */
    private void withdraw(Effect effect) {
        WithdrawRequest request = JSON.readValue(effect.request(), WithdrawRequest.class);
        Optional<Path> folder = connections.findFolder(effect.connection());
        FilingOrder.Own own = new FilingOrder.Own(request.place(), request.content());
        WithdrawResult came = folder.isEmpty()
                ? new WithdrawResult.Gone("connection is no longer set up", Optional.empty())
                : works.repository(effect.connection(), folder.get())
                        .withdraw(
                                effect.id(),
                                own,
                                request.keeps() ? works.findOlder(request.effect()) : Optional.empty(),
                                place -> store.write(db -> {
                                    effects.acting(db, effect, place);
                                    return place;
                                }));
        if (came instanceof WithdrawResult.NotNow notNow) {
            retries.waitForIt(effect, notNow.reason());
            return;
        }
        store.write(db -> {
            Job job = jobs.find(db, effect.jobId()).orElseThrow();
            if (came instanceof WithdrawResult.Gone gone) {
                effects.done(db, effect, job, request.place(), request.content(), gone.how());
                gone.older().ifPresent(older -> effects.movedOlder(db, effect, older));
            } else {
                effects.abandon(db, effect, Reason.of("withdraw.changed", "name", request.place()));
            }
            effects.ended(db, request.effect());
            settle(db, effect.jobId());
            return job;
        });
    }

    private void placed(Effect effect, FilingWork work, PlaceResult.Placed placed) {
        try {
            if (!work.explanation().isEmpty()) {
                GiveBack.explain(placed.leftovers().get(0), placed.place(), work.explanation());
            }
        } catch (IOException e) {
            String problem = ProblemWords.ofDisk(e);
            retries.waitForIt(
                    effect, Reason.of("destination.trouble", "connection", effect.connection(), "problem", problem));
            return;
        }
        store.write(db -> {
            Job job = jobs.find(db, effect.jobId()).orElseThrow();
            effects.done(db, effect, job, placed.place(), work.order().bytes(), placed.answer());
            placed.older().ifPresent(older -> effects.movedOlder(db, effect, older));
            if (effect.kind() == Effect.Kind.FILE) {
                Filing filing = JSON.readValue(effect.request(), Filing.class);
                if (counters.used(db, effect.jobId(), filing)) {
                    effects.wakeWaitingFor(db, COUNTER_BUSY);
                }
            }
            work.order().replaces().ifPresent(own -> {
                boolean atItsPlace = own.place().equals(placed.place());
                if (atItsPlace || work.order().keepsReplaced()) {
                    effects.ended(db, effect.supersedes().orElseThrow());
                }
                if (!atItsPlace && work.order().keepsReplaced()) {
                    effects.leftChanged(db, effect, own.place());
                }
            });
            if (effect.kind()
                    == Effect.Kind.FILE) { // a file that is given back may belong to an earlier run of its job
                settle(db, job);
            }
            return retries.wentWell(db, effect.connection());
        });
        placed.leftovers().forEach(file -> temporaryFiles.clear(effect.id(), file));
    }

    /** A service that was ended between a receipt and the clearing left a hidden file with each of its last filings. */
    private void clearLast() {
        for (Effect effect : effects.lastDone(MOST_LEFT_BY_A_CRASH)) {
            works.findFor(effect)
                    .ifPresent(work -> hiddenFiles(work).forEach(file -> temporaryFiles.add(effect.id(), file)));
        }
    }

    private static List<Path> hiddenFiles(FilingWork work) {
        return work.repository().leftovers(work.order());
    }

    /** A job is filed once all its filings of this run are, and what it filed in an earlier run is replaced or withdrawn. */
    private void settle(JdbcClient db, String jobId) {
        settle(db, jobs.find(db, jobId).orElseThrow());
    }

    private void settle(JdbcClient db, Job job) {
        if (job.state().isEnd() || effects.hasOpenFiling(db, job)) {
            return;
        }
        EarlierFilings.Left own = job.redoGeneration() > 1 ? earlier.takeBack(db, job) : EarlierFilings.Left.NOTHING;
        switch (own == EarlierFilings.Left.NOTHING ? sameDocument.takeBack(db, job) : own) {
            case NOTHING -> {
                jobs.move(db, job, Jobs.Move.to(JobState.FILED), "service");
                whenEnded.goesOn(db, job, JobState.FILED, Optional.empty());
            }
            case INTENDED -> store.afterCommit(this::wake);
            case UNDER_WAY -> {}
        }
    }

    private void fail(Effect effect, Reason reason, JobState end) {
        store.write(db -> {
            effects.requireOpen(db, effect);
            abandon(db, effect, reason);
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

    private void abandon(JdbcClient db, Effect effect, Reason reason) {
        effects.abandon(db, effect, reason);
        if (effect.kind() == Effect.Kind.FILE) {
            counters.unused(db, effect.jobId(), JSON.readValue(effect.request(), Filing.class));
        }
    }

    /** The effects of a job for people, with whole paths. */
    public List<EffectView> of(String jobId) {
        return of(List.of(jobId));
    }

    /** The effects of several jobs, each with its job's id. */
    public List<EffectView> of(List<String> jobIds) {
        return store.read(db -> effects.views(db, jobIds)).stream()
                .map(view -> view.at(
                        view.place().map(place -> wholePath(view, place)),
                        view.older().map(place -> wholePath(view, place))))
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
        if (hold) {
            openFilings(db, jobId).forEach(effect -> retries.letNumbersGo(db, effect));
        }
        effects.hold(db, jobId, hold);
        return true;
    }

    /** Whether a plan of the job's present generation waits to be carried out. */
    public boolean hasPlan(JdbcClient db, Job job) {
        return effects.ofJob(db, job.id()).stream()
                .anyMatch(effect -> effect.kind().isOfTheJob() && effect.generation() == job.generation());
    }

    private List<Effect> openFilings(JdbcClient db, String jobId) {
        return effects.ofJob(db, jobId).stream()
                .filter(effect ->
                        effect.kind().isOfTheJob() && (effect.state().isOpen() || effect.state() == Effect.State.HELD))
                .toList();
    }

    private boolean hasBegun(List<Effect> open) {
        return open.stream().anyMatch(effect -> effect.place().isPresent() || due.isUnderWay(effect.id()));
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
        open.forEach(effect -> abandon(db, effect, reason));
        return true;
    }

    /** Tries what a job waits for at once. */
    public void tryNow(JdbcClient db, String jobId) {
        effects.makeDue(db, jobId);
    }

    @Override
    public void close() {
        due.close();
    }
}
