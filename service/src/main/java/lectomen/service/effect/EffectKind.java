package lectomen.service.effect;

import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SystemAnswer;
import lectomen.engine.step.WhenInDoubt;
import lectomen.service.destination.VerifyResult;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A kind of effect: how it is carried out, and what else changes with it. Safe for several threads. */
public interface EffectKind {
    /** What the store and people know it by. */
    String code();

    /** What it does, in a word or two. */
    String title();

    /** The form in which its requests are written. Those of a later form wait: an older version of the service can't read them. */
    default int requestForm() {
        return 1;
    }

    /** Whether its job waits for it: what goes back to people does not hold a job up. */
    boolean isOfTheJob();

    /**
     * Whether an attempt that was interrupted can be found out: where it can't, it is in doubt whether such an effect happened, and
     * it is not repeated by itself.
     */
    boolean canBeAsked(Effect effect);

    /** Whether one that is in doubt is repeated without asking for the attempt that nobody can tell of. */
    default boolean isRepeatedFromTheBeginning() {
        return false;
    }

    /** What the rule says for the case that it is in doubt whether the effect happened. */
    default WhenInDoubt whenInDoubt(Effect effect) {
        return WhenInDoubt.ASK;
    }

    /** Whether steps of rules ask for such effects, so that a job is filed only when all of them are proved. */
    default boolean isAskedForBySteps() {
        return false;
    }

    /** Whether it is carried out only once the effects of earlier steps are proved: it may speak of them. */
    default boolean comesAfterOthers() {
        return false;
    }

    /** Whether steps of rules ask for such effects in this form. */
    default boolean takes(PlannedEffect planned) {
        return false;
    }

    /**
     * Records what a step asks for as an intent.
     *
     * @param before the effects of earlier runs of the job
     * @return false, and nothing is recorded, if one of them did it already
     */
    default boolean intend(JdbcClient db, Job job, List<Effect> before, PlannedEffect planned) {
        throw new IllegalStateException("No step asks for effects of the kind \"" + code() + "\"");
    }

    /**
     * What another system answered to what a step sent it.
     *
     * @param ofTheJob the effects of all runs of its job
     */
    default Optional<SystemAnswer> findReply(JdbcClient db, Job job, List<Effect> ofTheJob, PlannedEffect asked) {
        return Optional.empty();
    }

    /** Carries out an open effect. What it throws makes the effect wait. */
    EffectResult act(Effect effect, Attempt attempt);

    /**
     * What became of an attempt that was interrupted, for kinds that can be asked. What it throws makes the effect wait.
     *
     * @return empty where nothing was done, or where doing it again changes nothing: it is then carried out
     */
    default Optional<EffectResult> ask(Effect effect) {
        return Optional.empty();
    }

    /** Whether what a done effect did still stands. */
    default VerifyResult verify(Effect done) {
        return new VerifyResult.Unknown(Reason.of("effect.not-verifiable", "connection", done.connection()));
    }

    /** Called in the write by which a person says that an effect in doubt is done. */
    default void confirmed(JdbcClient db, Effect effect) {}

    /**
     * Records the intent to withdraw what a done effect of an earlier run did.
     *
     * @return false, and nothing is recorded, if that can't be withdrawn
     */
    default boolean withdraw(JdbcClient db, Job job, Effect done) {
        return false;
    }

    /** A place as people find it, such as a whole path. */
    String shown(String connection, String place);

    /** Removes what an attempt left until its receipt was written. */
    default void clear(Effect effect) {}

    /** Called in the write that lets the effect wait. */
    default void waits(JdbcClient db, Effect effect) {}

    /** Called in the write that gives the effect up. */
    default void givenUp(JdbcClient db, Effect effect) {}

    /** An attempt on an effect. */
    @FunctionalInterface
    interface Attempt {
        /**
         * Writes down which place is tried, before anything is done there.
         *
         * @throws NoLongerOpenException if the effect must not be carried out any more
         */
        void begins(String place);
    }
}
