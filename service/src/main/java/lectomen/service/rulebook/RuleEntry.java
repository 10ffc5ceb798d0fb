package lectomen.service.rulebook;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.rulefile.RuleFile;

/**
 * A rule of the rulebook.
 *
 * @param liveVersion the version that acts when the rule is live; empty for one that never was
 * @param file the latest version, with its shared parts
 */
public record RuleEntry(
        String id,
        int position,
        RuleState state,
        int latestVersion,
        Optional<Integer> liveVersion,
        RuleFile file,
        String addedBy,
        Instant addedAt) {
    /** The latest version as it is written. */
    public String text() {
        return file.text();
    }
}
