package lectomen.service.effect.file;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.step.file.Filing;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKinds;
import lectomen.service.effect.Effects;
import lectomen.service.effect.withdraw.WithdrawEffect;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * What a job filed before it was run again: the new run replaces a filing at the same place of the plan, and withdraws the rest
 * once its own filings are proved.
 */
final class EarlierFilings {
    private final Effects effects;
    private final EffectKinds kinds;

    EarlierFilings(Effects effects, EffectKinds kinds) {
        this.effects = effects;
        this.kinds = kinds;
    }

    private static Stream<Effect> toReplace(List<Effect> all, Job job) {
        return all.stream().filter(effect -> FileEffect.stands(effect) && effect.generation() < job.redoGeneration());
    }

    /** Whether the filing stands already, by a receipt that counts for the job's present run. */
    static boolean stands(List<Effect> all, Job job, Filing filing) {
        return all.stream()
                .anyMatch(effect -> FileEffect.stands(effect)
                        && effect.generation() >= job.redoGeneration()
                        && effect.step() == filing.step());
    }

    /** The earlier effect whose result the filing replaces. */
    static Optional<String> findReplacedBy(List<Effect> all, Job job, Filing filing) {
        return toReplace(all, job)
                .filter(effect ->
                        effect.step() == filing.step() && effect.connection().equals(filing.connection()))
                .map(Effect::id)
                .findFirst();
    }

    /** The result of the look at what stands from earlier runs. */
    enum Left {
        NOTHING,
        INTENDED,
        UNDER_WAY
    }

    /** Writes the intents that withdraw what the present run did not replace, unless they are written already. */
    Left withdrawRest(JdbcClient db, Job job) {
        if (WithdrawEffect.isUnderWay(effects, db, job)) {
            return Left.UNDER_WAY;
        }
        boolean intended = false;
        for (Effect old : effects.ofJob(db, job.id())) {
            if (old.state() == Effect.State.DONE && !old.ended() && old.generation() < job.redoGeneration()) {
                intended |= kinds.require(old.kind()).withdraw(db, job, old);
            }
        }
        return intended ? Left.INTENDED : Left.NOTHING;
    }
}
