package lectomen.service.api;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.Considered;
import lectomen.service.access.Token;
import lectomen.service.filing.EffectRunner;
import lectomen.service.filing.EffectView;
import lectomen.service.job.Job;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.work.JobActions;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Jobs: list, one with its whole story, retry, cancel. */
@RestController
@RequestMapping("/api/v1/jobs")
final class JobsController {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<Considered>> CONSIDERED = new TypeReference<>() {};
    private static final int MOST = 10_000;

    private final Jobs jobs;
    private final JobResults results;
    private final EffectRunner effects;
    private final JobActions actions;
    private final Ledger ledger;

    JobsController(Jobs jobs, JobResults results, EffectRunner effects, JobActions actions, Ledger ledger) {
        this.jobs = jobs;
        this.results = results;
        this.effects = effects;
        this.actions = actions;
        this.ledger = ledger;
    }

    record JobList(List<JobView> jobs) {}

    record StepView(
            int generation,
            int step,
            String word,
            int line,
            String outcome,
            List<JobView.ReasonView> reasons,
            Instant beganAt,
            Instant endedAt) {}

    record EffectStory(
            String id,
            String kind,
            String connection,
            String state,
            Optional<String> place,
            Optional<JobView.ReasonView> reason,
            int attempts,
            Optional<Instant> nextTryAt,
            Optional<Instant> receiptAt,
            Optional<String> answer) {
        static EffectStory of(EffectView effect) {
            return new EffectStory(
                    effect.id(),
                    effect.kind(),
                    effect.connection(),
                    effect.state(),
                    effect.place(),
                    effect.reason().map(JobView.ReasonView::of),
                    effect.attempts(),
                    effect.nextTryAt(),
                    effect.doneAt(),
                    effect.answer());
        }
    }

    record JobStory(
            @JsonUnwrapped JobView job,
            Optional<Long> arrival,
            Optional<String> originalSha256,
            List<Considered> considered,
            List<FieldValue> fields,
            List<StepView> steps,
            List<EffectStory> effects,
            List<Ledger.Entry> ledger) {}

    @GetMapping
    JobList list(
            @RequestParam Optional<String> state,
            @RequestParam Optional<String> rule,
            @RequestParam Optional<String> name,
            @RequestParam(defaultValue = "1000") int limit) {
        if (limit < 1 || limit > MOST) {
            throw new BadRequestException("limit", "limit is a number from 1 to " + MOST + ", not " + limit);
        }
        Optional<JobState> wanted = state.map(JobsController::requireState);
        List<Job> found = jobs.list(new Jobs.Filter(wanted, rule, name, limit));
        return new JobList(found.stream().map(this::view).toList());
    }

    private static JobState requireState(String code) {
        return JobState.findByCode(code)
                .orElseThrow(() -> new BadRequestException(
                        "state", "no state is called " + code + "; there are " + String.join(", ", JobState.codes())));
    }

    private JobView view(Job job) {
        return JobView.of(job, job.state() == JobState.UNWANTED ? List.of() : effects.of(job.id()));
    }

    @GetMapping("/{id}")
    JobStory show(@PathVariable String id) {
        Job job = jobs.require(id);
        List<EffectView> jobEffects = effects.of(id);
        return new JobStory(
                JobView.of(job, jobEffects),
                job.arrival(),
                job.original().map(ref -> ref.sha256()),
                JSON.readValue(jobs.considered(id), CONSIDERED),
                results.fields(job),
                results.steps(id).stream().map(JobsController::step).toList(),
                jobEffects.stream().map(EffectStory::of).toList(),
                ledger.about(job.subject()));
    }

    private static StepView step(JobResults.StepRun run) {
        return new StepView(
                run.generation(),
                run.step(),
                run.word(),
                run.line(),
                run.outcome(),
                run.reasons().stream().map(JobView.ReasonView::of).toList(),
                run.beganAt(),
                run.endedAt());
    }

    @PostMapping("/{id}/retry")
    JobView retry(@PathVariable String id) {
        return view(actions.retry(id, Token.OWNER));
    }

    @PostMapping("/{id}/cancel")
    JobView cancel(@PathVariable String id) {
        return view(actions.cancel(id, Token.OWNER));
    }
}
