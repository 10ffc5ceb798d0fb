package lectomen.service.effect;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * An effect as shown to people.
 *
 * @param kind the code of its {@link EffectKind}
 * @param title what it does, in a word or two
 * @param place the whole path that it has, or intends
 * @param endedAt when what it filed was replaced or withdrawn
 * @param older the whole path that what was there was moved to
 * @param answer the destination's, once there is a receipt
 */
public record EffectView(
        String id,
        String jobId,
        String kind,
        String title,
        String connection,
        String state,
        Optional<String> place,
        Optional<Reason> reason,
        int attempts,
        Optional<Instant> nextTryAt,
        Optional<Instant> doneAt,
        Optional<String> answer,
        Optional<Instant> endedAt,
        int generation,
        Optional<String> older) {
    EffectView titled(String words, Optional<String> wholePath, Optional<String> olderPath) {
        return new EffectView(
                id,
                jobId,
                kind,
                words,
                connection,
                state,
                wholePath,
                reason,
                attempts,
                nextTryAt,
                doneAt,
                answer,
                endedAt,
                generation,
                olderPath);
    }
}
