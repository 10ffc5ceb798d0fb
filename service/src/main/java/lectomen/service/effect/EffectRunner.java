package lectomen.service.effect;

import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.service.destination.VerifyResult;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Runs effects: each is written down as an intent, carried out by its kind, and proved by a receipt. One that fails for a passing
 * cause waits with growing pauses; as soon as one succeeds on the same connection, all that wait for it are tried at once.
 */
public final class EffectRunner implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(EffectRunner.class);
    private static final Duration CLEARING_PAUSE = Duration.ofSeconds(3);
    private static final int MOST_LEFT_BY_A_CRASH = 120;

    private final InstantSource clock;
    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final EffectKinds kinds;
    private final Sources sources;
    private final JobEndings endings;
    private final ConnectionLimits limits;
    private final EffectRetries retries;
    private final EffectDoubts doubts;
    private final EffectScheduler due;
    private Settling settling = (db, job) -> {};

    /** Called when an effect that a job waits for has come to its end. */
    @FunctionalInterface
    public interface Settling {
        void settle(JdbcClient db, Job job);
    }

    public EffectRunner(
            Store store,
            Jobs jobs,
            Effects effects,
            EffectKinds kinds,
            Sources sources,
            JobEndings endings,
            ConnectionLimits limits,
            InstantSource clock) {
        this.store = store;
        this.jobs = jobs;
        this.effects = effects;
        this.kinds = kinds;
        this.sources = sources;
        this.endings = endings;
        this.limits = limits;
        this.clock = clock;
        this.retries = new EffectRetries(store, jobs, effects, kinds, clock);
        this.doubts = new EffectDoubts(store, jobs, effects, kinds, endings, sources);
        this.due = new EffectScheduler(effects, limits, this::actOrWait);
    }

    /** Says who settles jobs. Call it while the service is put together. */
    public void settleWith(Settling settling) {
        this.settling = settling;
        doubts.settleWith(settling);
    }

    /**
     * Begins to work; what an earlier run of the service left unfinished comes first.
     *
     * @param clearUnreached removes what could not be removed before; called now and then
     */
    public void start(Runnable clearUnreached) {
        due.start(this::clearLast, clearUnreached, CLEARING_PAUSE);
    }

    /** Looks for due effects now rather than at the next turn. Asking again before that look costs nothing. */
    public void wake() {
        due.wake();
    }

    /** A fault on the way is said of the job, and the effect is tried again after a pause that grows. */
    void actOrWait(Effect effect) {
        try {
            EffectKind kind = kinds.require(effect.kind());
            if (effect.request().form() > kind.requestForm()) {
                retries.waitForIt(effect, Reason.of("effect.form-unknown"));
                return;
            }
            Optional<Reason> pause = limits.findPause(effect.connection());
            if (pause.isPresent() && effect.state() == Effect.State.INTENDED) {
                retries.waitForIt(effect, pause.get());
                return;
            }
            if (effect.state() == Effect.State.INTENDED && kind.comesAfterOthers() && isPostponed(effect)) {
                return;
            }
            if (effect.state() == Effect.State.ACTING && doubts.resolve(effect, kind)) {
                return;
            }
            finish(effect, kind, attempt(effect, kind));
        } catch (NoLongerOpenException e) {
            clear(effect.id());
        } catch (RuntimeException | Error e) {
            LOG.error("Effect {} failed with an internal error; it is retried", effect.id(), e);
            effects.find(effect.id())
                    .filter(now -> now.state().isOpen())
                    .filter(now -> now.state() != Effect.State.ACTING
                            || kinds.find(now.kind())
                                    .filter(kind -> doubts.resolve(now, kind))
                                    .isEmpty())
                    .ifPresent(now ->
                            retries.waitForIt(now, Reason.of("destination.fault", "connection", now.connection())));
        }
    }

    /** What stands before it is only ever proved meanwhile; so it is looked at without holding up others' writes. */
    private boolean isPostponed(Effect effect) {
        if (!store.read(db -> EffectOrder.hasUnprovedBefore(db, effect))) {
            return false;
        }
        return store.write(db -> {
            boolean waits = EffectOrder.hasUnprovedBefore(db, effect);
            if (waits) {
                EffectOrder.postpone(db, effect, clock.instant());
            }
            return waits;
        });
    }

    /** An effect that was begun before is asked for first, so that nothing is done twice. */
    private EffectResult attempt(Effect effect, EffectKind kind) {
        boolean begun = effect.place().isPresent();
        return (begun && kind.canBeAsked(effect) ? kind.ask(effect) : Optional.<EffectResult>empty())
                .orElseGet(() -> kind.act(
                        effect,
                        place -> store.write(db -> {
                            effects.acting(db, effect, place);
                            return place;
                        })));
    }

    private void finish(Effect effect, EffectKind kind, EffectResult result) {
        if (result instanceof EffectResult.Done done) {
            store.write(db -> {
                Job job = jobs.find(db, effect.jobId()).orElseThrow();
                effects.done(db, effect, job, done);
                done.older().ifPresent(older -> effects.movedOlder(db, effect, older));
                done.also().write(db, job);
                if (kind.isOfTheJob()) { // what is given back may belong to an earlier run of its job
                    settling.settle(db, job);
                }
                return retries.wentWell(db, effect.connection());
            });
            done.afterwards().run();
        } else if (result instanceof EffectResult.NotNow notNow) {
            retries.waitForIt(effect, notNow.reason());
        } else if (result instanceof EffectResult.Failed failed) {
            fail(effect, kind, failed);
        } else if (result instanceof EffectResult.InDoubt) {
            effects.find(effect.id()).ifPresent(now -> doubts.decide(now, kind));
        } else if (result instanceof EffectResult.Dropped dropped) {
            store.write(db -> {
                Job job = jobs.find(db, effect.jobId()).orElseThrow();
                giveUp(db, effect, dropped.reason());
                dropped.also().write(db, job);
                settling.settle(db, job);
                return effect.id();
            });
        }
    }

    private void fail(Effect effect, EffectKind kind, EffectResult.Failed failed) {
        store.write(db -> {
            effects.requireOpen(db, effect);
            fail(db, effect, kind, failed);
            return effect.id();
        });
        wake();
    }

    private void fail(JdbcClient db, Effect effect, EffectKind kind, EffectResult.Failed failed) {
        giveUp(db, effect, failed.reason());
        Job job = jobs.find(db, effect.jobId()).orElseThrow();
        if (kind.isOfTheJob() && !job.state().isEnd()) {
            giveUpWhatWouldFollow(db, effect);
            endings.endBadly(db, job, failed.end(), failed.reason(), sources.findFolder(db, job.source()));
        }
    }

    /**
     * Gives up an effect that was not begun, and ends its job.
     *
     * @return false, and nothing changed, if it was begun or has ended
     */
    public boolean cancel(String effectId, EffectResult.Failed as) {
        boolean cancelled = store.write(db -> {
            Effect effect = Effects.find(db, effectId).orElseThrow(() -> new NoSuchEffectException(effectId));
            boolean mayBe = effect.state().isOpen() || effect.state() == Effect.State.HELD;
            if (!mayBe || effect.place().isPresent() || due.isUnderWay(effectId)) {
                return false;
            }
            fail(db, effect, kinds.require(effect.kind()), as);
            return true;
        });
        wake();
        return cancelled;
    }

    /** What may speak of an effect that failed is not carried out. */
    private void giveUpWhatWouldFollow(JdbcClient db, Effect failed) {
        effects.ofJob(db, failed.jobId()).stream()
                .filter(other -> other.generation() == failed.generation() && other.step() > failed.step())
                .filter(other -> other.state() == Effect.State.INTENDED)
                .filter(other -> kinds.find(other.kind())
                        .filter(EffectKind::comesAfterOthers)
                        .isPresent())
                .forEach(other -> giveUp(db, other, Reason.of("effect.not-reached")));
    }

    /** A service that was ended between a receipt and the clearing left something with each of its last effects. */
    private void clearLast() {
        effects.lastDone(MOST_LEFT_BY_A_CRASH)
                .forEach(effect -> kinds.find(effect.kind()).ifPresent(kind -> kind.clear(effect)));
    }

    private void clear(String effectId) {
        effects.find(effectId).ifPresent(effect -> kinds.find(effect.kind()).ifPresent(kind -> kind.clear(effect)));
    }

    /** Tries at once what waits for a connection, since it was resumed. */
    public void resumed(String connection) {
        store.write(db -> DueEffects.wake(db, connection));
        wake();
    }

    /** What a person decides about effects in doubt. */
    public EffectDoubts doubts() {
        return doubts;
    }

    /** The effects that a job waits for. */
    public List<Effect> ofTheJob(JdbcClient db, String jobId) {
        return effects.ofJob(db, jobId).stream().filter(kinds::isOfTheJob).toList();
    }

    /** Whether one of these effects may already be in place. */
    public boolean hasBegun(List<Effect> open) {
        return open.stream().anyMatch(effect -> effect.place().isPresent() || due.isUnderWay(effect.id()));
    }

    /** Tells the kind of an effect that it waits. */
    public void letWait(JdbcClient db, Effect effect) {
        kinds.find(effect.kind()).ifPresent(kind -> kind.waits(db, effect));
    }

    /** Gives an effect up that was not carried out. */
    public void giveUp(JdbcClient db, Effect effect, Reason reason) {
        effects.abandon(db, effect, reason);
        kinds.find(effect.kind()).ifPresent(kind -> kind.givenUp(db, effect));
    }

    /** The effects of a job for people, with whole paths. */
    public List<EffectView> of(String jobId) {
        return of(List.of(jobId));
    }

    /** The effects of several jobs, each with its job's id. */
    public List<EffectView> of(List<String> jobIds) {
        return store.read(db -> effects.views(db, jobIds)).stream()
                .map(view -> view.titled(
                        kinds.find(view.kind()).map(EffectKind::title).orElse(view.kind()),
                        view.place().map(place -> shown(view, place)),
                        view.older().map(place -> shown(view, place))))
                .toList();
    }

    /**
     * Whether what an effect did still stands.
     *
     * @throws NoSuchEffectException if there is no such effect
     */
    public VerifyResult verify(String effectId) {
        Effect effect = effects.find(effectId).orElseThrow(() -> new NoSuchEffectException(effectId));
        if (effect.state() != Effect.State.DONE) {
            return new VerifyResult.Unknown(Reason.of("effect.not-done"));
        }
        return effect.ended()
                ? new VerifyResult.Unknown(Reason.of("effect.ended"))
                : kinds.require(effect.kind()).verify(effect);
    }

    private String shown(EffectView view, String place) {
        Optional<EffectKind> kind = kinds.find(view.kind());
        return kind.isPresent() ? kind.get().shown(view.connection(), place) : view.connection() + "/" + place;
    }

    @Override
    public void close() {
        due.close();
    }
}
