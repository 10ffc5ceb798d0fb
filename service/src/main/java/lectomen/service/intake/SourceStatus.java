package lectomen.service.intake;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * A hot folder as it was found.
 *
 * @param lastLookAt empty before the first look
 * @param nextLookAt the next look that is planned; file events bring one forward
 * @param trouble why it can't be reached, if so
 * @param settling how many files are still changing or have just appeared
 * @param unwanted how many files lie there that no rule wants
 */
public record SourceStatus(
        String folder,
        Optional<Instant> lastLookAt,
        Optional<Instant> nextLookAt,
        Optional<Reason> trouble,
        int settling,
        int unwanted) {}
