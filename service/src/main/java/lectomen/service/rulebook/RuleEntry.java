package lectomen.service.rulebook;

import java.time.Instant;
import java.util.Optional;

/**
 * A rule of the rulebook.
 *
 * @param liveVersion the version that acts when the rule is live; empty for one that never was
 * @param text of the latest version
 */
public record RuleEntry(
        String id,
        int position,
        RuleState state,
        int latestVersion,
        Optional<Integer> liveVersion,
        String text,
        String addedBy,
        Instant addedAt) {}
