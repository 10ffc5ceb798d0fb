package lectomen.service.intake;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/**
 * The state of a hot folder.
 *
 * @param id by which metrics name it
 * @param lastLookAt empty before the first look
 * @param nextLookAt the next look that is planned; file events bring one forward
 * @param trouble why nothing can be taken from it, if so
 * @param silent that nothing came for longer than is usual, if so
 * @param lastArrivalAt empty when nothing ever came
 * @param closed that it takes nothing at this time of day, if so
 * @param nextRunAt when what has come is taken next, where it is collected
 * @param running whether a run is under way
 * @param waiting files that wait for others, each with what it waits for
 * @param settling how many files are still changing or have just appeared
 * @param ready how many files have settled and wait to be taken
 * @param unmatched how many files are there that no rule matches
 * @param left how many files were taken and can't be removed
 */
public record SourceStatus(
        long id,
        String folder,
        Optional<Instant> lastLookAt,
        Optional<Instant> nextLookAt,
        Optional<Reason> trouble,
        Optional<Reason> silent,
        Optional<Instant> lastArrivalAt,
        Optional<Reason> closed,
        Optional<Instant> nextRunAt,
        boolean running,
        List<String> waiting,
        int settling,
        int ready,
        int unmatched,
        int left) {
    public SourceStatus {
        waiting = List.copyOf(waiting);
    }
}
