package lectomen.service.intake;

import java.util.List;
import lectomen.engine.step.print.PrintStep;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;

/** Hot folders of print queues: those whose rule is called as the queue is, and prints there. They are paused and resumed together. */
public final class QueueFolders {
    private final Rulebook rulebook;
    private final HotFolders folders;
    private final SourcePauses pauses;

    public QueueFolders(Rulebook rulebook, HotFolders folders, SourcePauses pauses) {
        this.rulebook = rulebook;
        this.folders = folders;
        this.pauses = pauses;
    }

    /** The printers that a rule prints to. */
    public static List<String> printersOf(LiveRule live) {
        return live.rule().steps().stream()
                .filter(PrintStep.class::isInstance)
                .map(step -> ((PrintStep) step).printer())
                .distinct()
                .toList();
    }

    /** @param queue the connection; one that is no print queue, or has no folder, has nothing to pause */
    public void pause(String queue, String principal) {
        sources(queue).forEach(source -> pauses.pause(source, principal));
    }

    public void resume(String queue, String principal) {
        sources(queue).forEach(source -> {
            pauses.resume(source, principal);
            folders.lookSoon(source);
        });
    }

    private List<Long> sources(String queue) {
        List<LiveRule> own = rulebook.acting().rules().stream()
                .filter(live ->
                        live.ref().id().equals(queue) && printersOf(live).contains(queue))
                .toList();
        return folders.status().stream()
                .filter(source -> own.stream()
                        .anyMatch(live -> live.rule().findFrom(source.folder()).isPresent()))
                .map(SourceStatus::id)
                .toList();
    }
}
