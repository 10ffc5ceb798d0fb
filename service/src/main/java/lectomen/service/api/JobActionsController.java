package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.destination.Connections;
import lectomen.service.home.Settings;
import lectomen.service.job.JobList;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.work.JobAction;
import lectomen.service.work.JobActions;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Actions on many jobs at once. */
@RestController
@RequestMapping("/api/v1/job-actions")
final class JobActionsController {
    private static final int MOST_REFUSALS_SHOWN = 20;

    private final JobList list;
    private final JobActions actions;
    private final Rulebook rulebook;
    private final Sources sources;
    private final Connections connections;
    private final Settings settings;

    JobActionsController(
            JobList list,
            JobActions actions,
            Rulebook rulebook,
            Sources sources,
            Connections connections,
            Settings settings) {
        this.list = list;
        this.actions = actions;
        this.rulebook = rulebook;
        this.sources = sources;
        this.connections = connections;
        this.settings = settings;
    }

    /**
     * @param matched how many jobs the filter found
     * @param done with how many it was done; 0 in a dry run
     * @param notDone how many refused it, the first of them with their words
     */
    record ManyDone(int matched, int done, int notDone, List<JobActions.NotDone> refusals) {}

    /**
     * Does something with all jobs that a filter finds.
     *
     * @param action retry, run-again, hold, release, cancel, move or priority
     * @param ids instead of a filter: these jobs
     * @param dry only count
     */
    @PostMapping("/{action}")
    ManyDone many(
            @PathVariable String action,
            @RequestParam Optional<String> state,
            @RequestParam Optional<String> rule,
            @RequestParam Optional<String> name,
            @RequestParam Optional<Instant> since,
            @RequestParam Optional<Instant> until,
            @RequestParam Optional<String> folder,
            @RequestParam Optional<List<String>> ids,
            @RequestParam Optional<String> to,
            @RequestParam Optional<Integer> priority,
            @RequestParam(defaultValue = "false") boolean dry) {
        JobAction wanted = action(action, to, priority);
        return done(
                find(
                        ids,
                        JobsController.filter(state, rule, name, since, until, JobsController.source(sources, folder))),
                wanted,
                dry);
    }

    /**
     * Files all documents that a filter finds as a person says, asking no rule.
     *
     * @param ids instead of a filter: these jobs
     * @param dry only count
     */
    @PostMapping("/file")
    ManyDone file(
            @RequestParam Optional<String> state,
            @RequestParam Optional<String> rule,
            @RequestParam Optional<String> name,
            @RequestParam Optional<Instant> since,
            @RequestParam Optional<Instant> until,
            @RequestParam Optional<String> folder,
            @RequestParam Optional<List<String>> ids,
            @RequestParam(defaultValue = "false") boolean dry,
            @RequestBody FileAsBody as) {
        JobAction wanted = as.action(connections, settings.site());
        return done(
                find(
                        ids,
                        JobsController.filter(state, rule, name, since, until, JobsController.source(sources, folder))),
                wanted,
                dry);
    }

    private List<String> find(Optional<List<String>> ids, JobList.Filter filter) {
        if (ids.isEmpty() && filter.isEmpty()) {
            throw new BadRequestException(
                    "ids",
                    "select jobs by state, rule, name, since, until or ids; an action on all jobs is not possible");
        }
        return ids.orElseGet(() -> list.ids(filter));
    }

    private ManyDone done(List<String> found, JobAction wanted, boolean dry) {
        if (dry) {
            return new ManyDone(found.size(), 0, 0, List.of());
        }
        JobActions.Done done = actions.many(found, wanted, Caller.principal());
        return new ManyDone(
                found.size(),
                done.done(),
                done.notDone().size(),
                done.notDone().stream().limit(MOST_REFUSALS_SHOWN).toList());
    }

    private JobAction action(String action, Optional<String> to, Optional<Integer> priority) {
        return switch (action) {
            case "retry" -> new JobAction.Retry();
            case "run-again" -> new JobAction.RunAgain();
            case "hold" -> new JobAction.Hold();
            case "release" -> new JobAction.Release();
            case "cancel" -> new JobAction.Cancel();
            case "move" ->
                OneJobController.moveTo(
                        rulebook,
                        to.orElseThrow(() -> new BadRequestException("to", "\"to\" is missing: the id of a rule")));
            case "priority" ->
                OneJobController.setPriority(priority.orElseThrow(
                        () -> new BadRequestException("priority", "priority must be a number from 1 to 100")));
            default ->
                throw new BadRequestException(
                        "action",
                        "unknown action " + action
                                + "; expected retry, run-again, hold, release, cancel, move, file or priority");
        };
    }
}
