package lectomen.service.effect;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import lectomen.engine.reason.Reason;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.Jobs;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Retries effects, after a longer wait each time; once one succeeds, all on its connection are retried. */
final class EffectRetries {
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);

    private final Store store;
    private final Jobs jobs;
    private final Effects effects;
    private final EffectKinds kinds;
    private final InstantSource clock;
    private final Set<String> troubled = ConcurrentHashMap.newKeySet();

    EffectRetries(Store store, Jobs jobs, Effects effects, EffectKinds kinds, InstantSource clock) {
        this.store = store;
        this.jobs = jobs;
        this.effects = effects;
        this.kinds = kinds;
        this.clock = clock;
    }

    void waitForIt(Effect effect, Reason reason) {
        Instant nextTry = clock.instant().plus(pause(effect.attempts()));
        troubled.add(effect.connection());
        store.write(db -> {
            effects.requireOpen(db, effect);
            effects.waitUntil(db, effect, nextTry, reason);
            kinds.find(effect.kind()).ifPresent(kind -> kind.waits(db, effect));
            Job job = jobs.find(db, effect.jobId()).orElseThrow();
            if (kinds.isOfTheJob(effect) && !job.state().isEnd()) {
                JobMove wait = JobMove.waitForDestination(Optional.of(nextTry), Optional.of(reason));
                jobs.move(db, job, wait, "service");
            }
            return nextTry;
        });
    }

    private static Duration pause(int attempts) {
        Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.min(attempts, 10));
        return pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause;
    }

    /** Something succeeded on a connection; gives how many effects are tried at once since they waited for it. */
    int wentWell(JdbcClient db, String connection) {
        return troubled.remove(connection) ? DueEffects.wake(db, connection) : 0;
    }
}
