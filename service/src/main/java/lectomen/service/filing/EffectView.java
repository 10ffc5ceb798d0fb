package lectomen.service.filing;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * An effect for people.
 *
 * @param kind "file" or "give back"
 * @param place the whole path that it has, or intends
 * @param answer the destination's, once there is a receipt
 */
public record EffectView(
        String id,
        String kind,
        String connection,
        String state,
        Optional<String> place,
        Optional<Reason> reason,
        int attempts,
        Optional<Instant> nextTryAt,
        Optional<Instant> doneAt,
        Optional<String> answer,
        int generation) {}
