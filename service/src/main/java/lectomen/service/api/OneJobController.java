package lectomen.service.api;

import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.destination.Connections;
import lectomen.service.effect.EffectRunner;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.work.JobAction;
import lectomen.service.work.JobActions;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Actions on one job. */
@RestController
@RequestMapping(name = "Jobs", path = "/api/v1/jobs")
final class OneJobController {
    private final JobActions actions;
    private final EffectRunner effects;
    private final Rulebook rulebook;
    private final Connections connections;
    private final Settings settings;
    private final CallerScope scopes;

    OneJobController(
            JobActions actions,
            EffectRunner effects,
            Rulebook rulebook,
            Connections connections,
            Settings settings,
            CallerScope scopes) {
        this.scopes = scopes;
        this.actions = actions;
        this.effects = effects;
        this.rulebook = rulebook;
        this.connections = connections;
        this.settings = settings;
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/retry")
    ResponseEntity<JobView> retry(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Retry(), ifMatch);
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/run-again")
    ResponseEntity<JobView> runAgain(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.RunAgain(), ifMatch);
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/hold")
    ResponseEntity<JobView> hold(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Hold(), ifMatch);
    }

    /** Lets it go on at once, where it waits for a time. */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/continue")
    ResponseEntity<JobView> goOn(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.GoOn(), ifMatch);
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/release")
    ResponseEntity<JobView> release(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Release(), ifMatch);
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/cancel")
    ResponseEntity<JobView> cancel(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Cancel(), ifMatch);
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/move")
    ResponseEntity<JobView> move(
            @PathVariable String id,
            @RequestParam String rule,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, moveTo(rulebook, scopes, rule), ifMatch);
    }

    /** Files the document as a person says, asking no rule. */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/file")
    ResponseEntity<JobView> file(
            @PathVariable String id,
            @RequestBody FileAsBody as,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, as.action(connections, settings.site()), ifMatch);
    }

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/priority")
    ResponseEntity<JobView> priority(
            @PathVariable String id,
            @RequestParam int priority,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, setPriority(priority), ifMatch);
    }

    private ResponseEntity<JobView> one(String id, JobAction action, Optional<String> ifMatch) {
        Job job = actions.one(id, action, ifMatch.map(OneJobController::version), Caller.principal());
        return ResponseEntity.ok().eTag(tag(job)).body(view(job));
    }

    private static int version(String tag) {
        String digits = tag.replaceFirst("^W/", "").replace("\"", "");
        return digits.matches("\\d{1,9}") ? Integer.parseInt(digits) : -1;
    }

    static String tag(Job job) {
        return "\"" + job.version() + "\"";
    }

    private JobView view(Job job) {
        return JobView.of(job, effects.of(job.id()));
    }

    static JobAction moveTo(Rulebook rulebook, CallerScope scopes, String rule) {
        scopes.requireRule(rule, Permission.HANDLE_DOCUMENTS);
        rulebook.require(rule);
        return new JobAction.MoveTo(rule);
    }

    static JobAction setPriority(int priority) {
        if (priority < 1 || priority > 100) {
            throw new BadRequestException(
                    "priority",
                    "priority must be a number from 1 to 100 (50 is normal, higher runs sooner), not " + priority);
        }
        return new JobAction.SetPriority(priority);
    }
}
