package lectomen.service.api;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.data.Sidecar;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.plan.RuleEvaluation;
import lectomen.engine.progress.Progress;
import lectomen.service.access.Caller;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.EffectView;
import lectomen.service.job.Job;
import lectomen.service.job.JobFamily;
import lectomen.service.job.JobNotes;
import lectomen.service.job.JobResults;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.plan.PlanWaits;
import lectomen.service.role.Permission;
import lectomen.service.store.Store;
import lectomen.service.workers.WorkerPool;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** One job with its whole story, and notes on it. */
@RestController
@RequestMapping(name = "Jobs", path = "/api/v1/jobs")
final class JobStoryController {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<RuleEvaluation>> CONSIDERED = new TypeReference<>() {};

    private final Jobs jobs;
    private final JobResults results;
    private final JobFamily family;
    private final JobNotes notes;
    private final EffectRunner effects;
    private final Ledger ledger;
    private final WorkerPool workers;
    private final Store store;
    private final PlanWaits waits;

    JobStoryController(
            Jobs jobs,
            JobResults results,
            JobFamily family,
            JobNotes notes,
            EffectRunner effects,
            Ledger ledger,
            WorkerPool workers,
            Store store,
            PlanWaits waits) {
        this.jobs = jobs;
        this.results = results;
        this.family = family;
        this.notes = notes;
        this.effects = effects;
        this.ledger = ledger;
        this.workers = workers;
        this.store = store;
        this.waits = waits;
    }

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
            String title,
            String connection,
            String state,
            Optional<String> place,
            Optional<JobView.ReasonView> reason,
            int attempts,
            Optional<Instant> nextTryAt,
            Optional<Instant> receiptAt,
            Optional<Instant> endedAt,
            Optional<String> answer,
            Optional<String> older) {
        static EffectStory of(EffectView effect) {
            return new EffectStory(
                    effect.id(),
                    effect.kind(),
                    effect.title(),
                    effect.connection(),
                    effect.state(),
                    effect.place(),
                    effect.reason().map(JobView.ReasonView::of),
                    effect.attempts(),
                    effect.nextTryAt(),
                    effect.doneAt(),
                    effect.endedAt(),
                    effect.answer(),
                    effect.older());
        }
    }

    /** A document that can be fetched: what came in, and what steps made of it. */
    record OutputView(String name, String type, long size) {}

    /**
     * @param progress how far its worker has come, while one is at it for longer than a moment
     * @param tags words that its sender or a rule put on it
     * @param sidecar the name of the data file that came beside its document
     * @param given what the rule that handed it over knew, by name; empty for one that was not handed over
     * @param unbound slots that the steps to come use and that have no value so far; none for one that does not wait
     * @param cameInWith other jobs of the same arrival
     * @param cameOfIt jobs whose file is a part or a result of this one's
     * @param parts jobs of the documents that were made out of this one's
     */
    record JobStory(
            @JsonUnwrapped JobView job,
            Optional<Progress> progress,
            Optional<Long> arrival,
            Optional<String> originalSha256,
            List<String> tags,
            Optional<String> sidecar,
            Map<String, String> given,
            List<String> unbound,
            List<RuleEvaluation> considered,
            List<FieldValue> fields,
            List<StepView> steps,
            List<EffectStory> effects,
            List<OutputView> outputs,
            List<JobFamily.Relative> cameInWith,
            List<JobFamily.Relative> cameOfIt,
            List<JobFamily.Relative> parts,
            List<JobNotes.Note> notes,
            List<Ledger.Entry> ledger) {}

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.JOB)
    @GetMapping("/{id}")
    ResponseEntity<JobStory> show(@PathVariable String id) {
        Job job = jobs.require(id);
        List<EffectView> jobEffects = effects.of(id);
        JobStory story = new JobStory(
                JobView.of(job, jobEffects),
                workers.progressOf(id),
                job.arrival(),
                job.original().map(ref -> ref.sha256()),
                job.more().tags().stream().sorted().toList(),
                job.more().sidecar().map(Sidecar::name).filter(name -> !name.isEmpty()),
                job.more().given(),
                store.read(db -> waits.findPlan(db, job))
                        .map(PlanRecord::unbound)
                        .orElse(List.of()),
                JSON.readValue(jobs.considered(id), CONSIDERED),
                results.fields(job),
                results.steps(id).stream().map(JobStoryController::step).toList(),
                jobEffects.stream().map(EffectStory::of).toList(),
                family.outputs(job).stream()
                        .map(output ->
                                new OutputView(output.name(), output.type().word(), output.size()))
                        .toList(),
                family.cameInWith(job),
                family.cameOfIt(job),
                family.parts(job),
                notes.of(id),
                ledger.about(job.subject()));
        return ResponseEntity.ok().eTag(OneJobController.tag(job)).body(story);
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

    record NoteText(String text) {}

    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.JOB)
    @PostMapping("/{id}/notes")
    @ResponseStatus(HttpStatus.CREATED)
    List<JobNotes.Note> note(@PathVariable String id, @RequestBody NoteText note) {
        String text = Optional.ofNullable(note.text()).orElse("").strip();
        if (text.isEmpty() || text.length() > JobNotes.LONGEST) {
            throw new BadRequestException("text", "a note must have 1 to " + JobNotes.LONGEST + " characters");
        }
        String principal = Caller.principal();
        store.write(db -> {
            notes.add(db, id, text, principal);
            return id;
        });
        return notes.of(id);
    }
}
