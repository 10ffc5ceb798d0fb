package lectomen.service.filing;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * An effect for people.
 *
 * @param kind "file", "give back" or "withdraw"
 * @param place the whole path that it has, or intends
 * @param endedAt when what it filed was replaced or taken back
 * @param answer the destination's, once there is a receipt
 */
public record EffectView(
        String id,
        String jobId,
        String kind,
        String connection,
        String state,
        Optional<String> place,
        Optional<Reason> reason,
        int attempts,
        Optional<Instant> nextTryAt,
        Optional<Instant> doneAt,
        Optional<String> answer,
        Optional<Instant> endedAt,
        int generation) {
    EffectView at(Optional<String> wholePath) {
        return new EffectView(
                id,
                jobId,
                kind,
                connection,
                state,
                wholePath,
                reason,
                attempts,
                nextTryAt,
                doneAt,
                answer,
                endedAt,
                generation);
    }
}
