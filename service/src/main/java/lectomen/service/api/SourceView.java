package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.service.intake.QueueFolders;
import lectomen.service.intake.SourceStatus;
import lectomen.service.rulebook.LiveRule;

/**
 * A hot folder.
 *
 * @param about what belongs there, in the words of its rules; may be empty
 * @param rules that take files from it, in order
 * @param printsOn the print queues that its rules print to
 * @param nextLookAt at the latest; an event brings it forward
 * @param trouble why nothing can be taken from it
 * @param silent that nothing came for longer than the source expects
 * @param closed why nothing is taken at this time of day
 * @param nextRunAt when what is collected is taken next
 * @param running whether a run is under way
 * @param waiting files that wait for others, each with what it waits for
 * @param settling files that still change or have just appeared
 * @param ready files that wait to be taken
 * @param unmatched files that no rule matches
 * @param left files that were taken and can't be removed
 */
record SourceView(
        long id,
        String folder,
        String about,
        List<String> rules,
        List<String> printsOn,
        Optional<Instant> lastLookAt,
        Optional<Instant> nextLookAt,
        Optional<Instant> lastArrivalAt,
        Optional<JobView.ReasonView> trouble,
        Optional<JobView.ReasonView> silent,
        Optional<JobView.ReasonView> closed,
        Optional<Instant> nextRunAt,
        boolean running,
        List<String> waiting,
        int settling,
        int ready,
        int unmatched,
        int left) {
    static SourceView of(SourceStatus source, List<LiveRule> rules) {
        String about = rules.stream()
                .flatMap(live -> live.rule().findFrom(source.folder()).stream())
                .map(from -> from.about())
                .filter(words -> !words.isEmpty())
                .findFirst()
                .orElse("");
        return new SourceView(
                source.id(),
                source.folder(),
                about,
                rules.stream().map(live -> live.ref().id()).toList(),
                rules.stream()
                        .flatMap(live -> QueueFolders.printersOf(live).stream())
                        .distinct()
                        .toList(),
                source.lastLookAt(),
                source.nextLookAt(),
                source.lastArrivalAt(),
                source.trouble().map(JobView.ReasonView::of),
                source.silent().map(JobView.ReasonView::of),
                source.closed().map(JobView.ReasonView::of),
                source.nextRunAt(),
                source.running(),
                source.waiting(),
                source.settling(),
                source.ready(),
                source.unmatched(),
                source.left());
    }
}
