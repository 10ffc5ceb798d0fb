package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.destination.Connections;
import lectomen.service.home.Settings;
import lectomen.service.job.JobList;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.work.JobAction;
import lectomen.service.work.JobActions;
import org.jspecify.annotations.Nullable;
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
    private final CallerScope scopes;

    JobActionsController(
            JobList list,
            JobActions actions,
            Rulebook rulebook,
            Sources sources,
            Connections connections,
            Settings settings,
            CallerScope scopes) {
        this.scopes = scopes;
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

    /** Jobs by their ids; many fit in no address. */
    record Ids(@Nullable List<String> ids) {}

    /** @param ids the jobs; null for those that the filter finds */
    record FileManyBody(
            @Nullable String in,
            @Nullable String under,
            @Nullable String name,
            @Nullable String whenTaken,
            @Nullable List<String> ids) {
        FileAsBody one() {
            return new FileAsBody(in, under, name, whenTaken);
        }
    }

    /**
     * Does something with all jobs that a filter finds.
     *
     * @param action retry, run-again, hold, release, cancel, move or priority
     * @param ids instead of a filter: these jobs
     * @param dry only count
     */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.ITSELF)
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
                        JobsController.filter(
                                state,
                                rule,
                                name,
                                since,
                                until,
                                JobsController.source(sources, folder),
                                scopes.findOnly(Permission.HANDLE_DOCUMENTS))),
                wanted,
                dry);
    }

    /** Does something with these jobs, however many: an address would hold only some. @param dry only count */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @PostMapping("/{action}/jobs")
    ManyDone named(
            @PathVariable String action,
            @RequestParam Optional<String> to,
            @RequestParam Optional<Integer> priority,
            @RequestParam(defaultValue = "false") boolean dry,
            @RequestBody Ids body) {
        JobAction wanted = action(action, to, priority);
        Optional<List<String>> ids = Optional.of(Optional.ofNullable(body.ids()).orElse(List.of()));
        return done(find(ids, JobList.Filter.ALL), wanted, dry);
    }

    /**
     * Files all documents that a filter finds as a person says, asking no rule.
     *
     * @param ids instead of a filter: these jobs; the same in the body where there are many
     * @param dry only count
     */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.ITSELF)
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
            @RequestBody FileManyBody as) {
        JobAction wanted = as.one().action(connections, settings.site());
        return done(
                find(
                        Optional.ofNullable(as.ids()).or(() -> ids),
                        JobsController.filter(
                                state,
                                rule,
                                name,
                                since,
                                until,
                                JobsController.source(sources, folder),
                                scopes.findOnly(Permission.HANDLE_DOCUMENTS))),
                wanted,
                dry);
    }

    private List<String> find(Optional<List<String>> ids, JobList.Filter filter) {
        if (ids.isEmpty() && filter.isEmpty()) {
            throw new BadRequestException(
                    "ids",
                    "select jobs by state, rule, name, since, until or ids; an action on all jobs is not possible");
        }
        ids.ifPresent(some -> some.forEach(id -> scopes.requireJob(id, Permission.HANDLE_DOCUMENTS)));
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
            case "continue" -> new JobAction.GoOn();
            case "hold" -> new JobAction.Hold();
            case "release" -> new JobAction.Release();
            case "cancel" -> new JobAction.Cancel();
            case "move" ->
                OneJobController.moveTo(
                        rulebook,
                        scopes,
                        to.orElseThrow(() -> new BadRequestException("to", "\"to\" is missing: the id of a rule")));
            case "priority" ->
                OneJobController.setPriority(priority.orElseThrow(
                        () -> new BadRequestException("priority", "priority must be a number from 1 to 100")));
            default ->
                throw new BadRequestException(
                        "action",
                        "unknown action " + action
                                + "; expected retry, run-again, continue, hold, release, cancel, move, file or priority");
        };
    }
}
