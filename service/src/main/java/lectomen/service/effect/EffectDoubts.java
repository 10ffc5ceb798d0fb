package lectomen.service.effect;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.WhenInDoubt;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Effects that may or may not have happened: their attempt was interrupted, and their destination can't be asked. They are not
 * repeated by themselves; a person decides, unless the rule does. Safe for several threads.
 */
public final class EffectDoubts {
    /** What a person says of an effect in doubt. */
    public enum Settlement {
        /** It is done: that counts as its receipt. */
        DONE,
        /** It is not done, or may be done twice. */
        REPEAT,
        /** It is not to be repeated; its job fails. */
        LEAVE
    }

    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final EffectKinds kinds;
    private final JobEndings endings;
    private final Sources sources;
    private EffectRunner.Settling settling = (db, job) -> {};

    EffectDoubts(Store store, Jobs jobs, Effects effects, EffectKinds kinds, JobEndings endings, Sources sources) {
        this.store = store;
        this.jobs = jobs;
        this.effects = effects;
        this.kinds = kinds;
        this.endings = endings;
        this.sources = sources;
    }

    void settleWith(EffectRunner.Settling with) {
        this.settling = with;
    }

    /**
     * Decides about an effect whose attempt was interrupted.
     *
     * @return false, and nothing is done, if it can be attempted again
     */
    boolean resolve(Effect effect, EffectKind kind) {
        return !kind.canBeAsked(effect) && decide(effect, kind);
    }

    /**
     * Decides about an effect of which nobody can tell whether it happened, as its rule says.
     *
     * @return false if it is attempted again from its beginning
     */
    boolean decide(Effect effect, EffectKind kind) {
        if (kind.whenInDoubt(effect) == WhenInDoubt.REPEAT) {
            store.write(db -> {
                repeat(db, effect);
                return effects.repeatedInDoubt(db, effect);
            });
            return false;
        }
        store.write(db -> {
            effects.requireOpen(db, effect);
            if (kind.whenInDoubt(effect) == WhenInDoubt.LEAVE) {
                leave(db, effect);
            } else {
                Reason reason = reason("effect.in-doubt", effect);
                effects.doubt(db, effect, reason);
                Job job = jobs.find(db, effect.jobId()).orElseThrow();
                if (kind.isOfTheJob() && job.state().mayBecome(JobState.IN_DOUBT)) {
                    jobs.move(db, job, JobMove.to(JobState.IN_DOUBT, reason), "service");
                }
            }
            return effect.id();
        });
        return true;
    }

    private void repeat(JdbcClient db, Effect effect) {
        boolean fromTheBeginning = kinds.find(effect.kind())
                .filter(EffectKind::isRepeatedFromTheBeginning)
                .isPresent();
        if (fromTheBeginning) {
            effects.forgetAttempt(db, effect);
        }
        effects.repeat(db, effect);
    }

    private Reason reason(String code, Effect effect) {
        String what = effect.place()
                .flatMap(place -> kinds.find(effect.kind()).map(kind -> kind.shown(effect.connection(), place)))
                .orElse(effect.kind());
        return Reason.of(code, "what", what, "connection", effect.connection());
    }

    /**
     * Settles an effect in doubt as a person says.
     *
     * @throws NoSuchEffectException if there is no such effect
     * @throws NotInDoubtException if it is not, or no longer, in doubt
     */
    public void settle(String effectId, Settlement settlement, String principal) {
        store.write(db -> {
            Effect effect = Effects.find(db, effectId).orElseThrow(() -> new NoSuchEffectException(effectId));
            if (effect.state() != Effect.State.IN_DOUBT) {
                throw new NotInDoubtException(effectId, effect.state());
            }
            effects.settled(db, effect, settlement.name().toLowerCase(Locale.ROOT), principal);
            switch (settlement) {
                case DONE -> {
                    Job job = jobs.find(db, effect.jobId()).orElseThrow();
                    effects.done(db, effect, job, confirmed(effect, principal));
                    kinds.find(effect.kind()).ifPresent(kind -> kind.confirmed(db, effect));
                    goOn(db, effect, principal);
                }
                case REPEAT -> {
                    repeat(db, effect);
                    goOn(db, effect, principal);
                }
                case LEAVE -> leave(db, effect);
            }
            return effectId;
        });
    }

    private static EffectResult.Done confirmed(Effect effect, String principal) {
        return new EffectResult.Done(
                effect.place().orElse(""),
                effect.bytes(),
                "confirmed by " + principal,
                Optional.empty(),
                true,
                EffectResult.Also.NOTHING,
                () -> {});
    }

    /** A job goes on once none of its effects is in doubt. */
    private void goOn(JdbcClient db, Effect effect, String principal) {
        List<Effect> all = effects.ofJob(db, effect.jobId());
        if (all.stream().anyMatch(other -> other.state() == Effect.State.IN_DOUBT)) {
            return;
        }
        Job job = jobs.find(db, effect.jobId()).orElseThrow();
        if (job.state() == JobState.IN_DOUBT) {
            jobs.move(db, job, JobMove.waitForDestination(Optional.empty(), Optional.empty()), principal);
            settling.settle(db, jobs.find(db, job.id()).orElseThrow());
        }
    }

    private void leave(JdbcClient db, Effect effect) {
        Reason reason = reason("effect.left", effect);
        effects.abandon(db, effect, reason);
        kinds.find(effect.kind()).ifPresent(kind -> kind.givenUp(db, effect));
        Job job = jobs.find(db, effect.jobId()).orElseThrow();
        if (kinds.isOfTheJob(effect) && !job.state().isEnd()) {
            endings.endBadly(db, job, JobState.FAILED, reason, sources.findFolder(db, job.source()));
        }
    }
}
