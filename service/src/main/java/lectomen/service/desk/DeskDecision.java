package lectomen.service.desk;

import java.time.Instant;
import java.util.Optional;

/**
 * What was decided.
 *
 * @param kind review or approval
 * @param stageName of the rule; may be empty
 * @param verdict accepted, approved, sent-back, rejected or undone
 * @param person who decided; empty for the rule, at its deadline
 * @param seenHash the keyed hash of what was in front of them
 * @param reason in their words; may be empty
 */
public record DeskDecision(
        long id,
        long task,
        String job,
        String kind,
        int stage,
        String stageName,
        String verdict,
        Optional<Long> person,
        String name,
        Instant at,
        String seenHash,
        String reason) {
    static final String ACCEPTED = "accepted";
}
