package lectomen.service.effect;

import lectomen.engine.step.WhenInDoubt;
import org.springframework.jdbc.core.simple.JdbcClient;

/** A kind of effect: how it is carried out, and what else changes with it. Safe for several threads. */
public interface EffectKind {
    /** What the store and people know it by. */
    String code();

    /** Whether its job waits for it: what goes back to people does not hold a job up. */
    boolean isOfTheJob();

    /**
     * Whether an attempt that was interrupted can be found out: where it can't, it is in doubt whether such an effect happened, and
     * it is not repeated by itself.
     */
    boolean canBeAsked(Effect effect);

    /** What the rule says for the case that it is in doubt whether the effect happened. */
    default WhenInDoubt whenInDoubt(Effect effect) {
        return WhenInDoubt.ASK;
    }

    /** Carries out an open effect, or finds that an earlier attempt did. What it throws makes the effect wait. */
    EffectResult act(Effect effect, Attempt attempt);

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
