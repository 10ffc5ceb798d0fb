package lectomen.service.api;

import static java.util.stream.Collectors.groupingBy;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.data.Sidecar;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.RuleEvaluation;
import lectomen.engine.progress.Progress;
import lectomen.service.access.Caller;
import lectomen.service.destination.Connections;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.EffectView;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.JobFamily;
import lectomen.service.job.JobList;
import lectomen.service.job.JobNotes;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.work.JobAction;
import lectomen.service.work.JobActions;
import lectomen.service.workers.WorkerPool;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Jobs: lists page by page, one with its whole story, and actions on one. */
@RestController
@RequestMapping("/api/v1/jobs")
final class JobsController {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<RuleEvaluation>> CONSIDERED = new TypeReference<>() {};
    private static final int MOST = 10_000;

    private final Jobs jobs;
    private final JobList list;
    private final JobNotes notes;
    private final JobResults results;
    private final EffectRunner effects;
    private final JobActions actions;
    private final Rulebook rulebook;
    private final Sources sources;
    private final Ledger ledger;
    private final Store store;
    private final JobFamily family;
    private final Connections connections;
    private final Settings settings;
    private final WorkerPool workers;

    JobsController(
            Jobs jobs,
            JobList list,
            JobNotes notes,
            JobResults results,
            EffectRunner effects,
            JobActions actions,
            Rulebook rulebook,
            Sources sources,
            Ledger ledger,
            Store store,
            JobFamily family,
            Connections connections,
            Settings settings,
            WorkerPool workers) {
        this.jobs = jobs;
        this.list = list;
        this.notes = notes;
        this.results = results;
        this.effects = effects;
        this.actions = actions;
        this.rulebook = rulebook;
        this.sources = sources;
        this.ledger = ledger;
        this.store = store;
        this.family = family;
        this.connections = connections;
        this.settings = settings;
        this.workers = workers;
    }

    /** @param next the cursor of the next page; absent at the end. A page may hold fewer jobs than asked for, even none. */
    record JobPage(List<JobView> jobs, Optional<String> next) {}

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
            Optional<Instant> endedAt,
            Optional<String> answer,
            Optional<String> older) {
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
     * @param cameInWith other jobs of the same arrival
     * @param cameOfIt jobs whose file is a part or a result of this one's
     */
    record JobStory(
            @JsonUnwrapped JobView job,
            Optional<Progress> progress,
            Optional<Long> arrival,
            Optional<String> originalSha256,
            List<String> tags,
            Optional<String> sidecar,
            Map<String, String> given,
            List<RuleEvaluation> considered,
            List<FieldValue> fields,
            List<StepView> steps,
            List<EffectStory> effects,
            List<OutputView> outputs,
            List<JobFamily.Relative> cameInWith,
            List<JobFamily.Relative> cameOfIt,
            List<JobNotes.Note> notes,
            List<Ledger.Entry> ledger) {}

    /**
     * @param since and until by when jobs came in, as 2027-03-01T10:00:00Z @param folder the path of a hot folder @param order
     *     newest, oldest or changed
     */
    @GetMapping
    JobPage list(
            @RequestParam Optional<String> state,
            @RequestParam Optional<String> rule,
            @RequestParam Optional<String> name,
            @RequestParam Optional<Instant> since,
            @RequestParam Optional<Instant> until,
            @RequestParam Optional<String> folder,
            @RequestParam(defaultValue = "newest") String order,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam Optional<String> cursor) {
        if (limit < 1 || limit > MOST) {
            throw new BadRequestException("limit", "limit must be a number from 1 to " + MOST + ", not " + limit);
        }
        JobList.Order ordered = List.of(JobList.Order.values()).stream()
                .filter(one -> one.code().equals(order))
                .findFirst()
                .orElseThrow(() ->
                        new BadRequestException("order", "order must be newest, oldest or changed, not " + order));
        Optional<JobList.Cursor> from = cursor.map(text -> JobList.Cursor.parse(text)
                .orElseThrow(() -> new BadRequestException("cursor", "invalid cursor: " + text)));
        JobList.Page page =
                list.page(filter(state, rule, name, since, until, source(sources, folder)), ordered, from, limit);
        return new JobPage(views(page.jobs()), page.next().map(JobList.Cursor::text));
    }

    static JobList.Filter filter(
            Optional<String> state,
            Optional<String> rule,
            Optional<String> name,
            Optional<Instant> since,
            Optional<Instant> until,
            Optional<Long> source) {
        return new JobList.Filter(
                state.map(JobsController::requireState),
                rule,
                name.filter(text -> !text.isEmpty()),
                since,
                until,
                source);
    }

    static Optional<Long> source(Sources sources, Optional<String> folder) {
        return folder.map(path -> sources.find(path)
                .orElseThrow(() -> new BadRequestException("folder", "no file ever came from folder " + path)));
    }

    private static JobState requireState(String code) {
        return JobState.findByCode(code)
                .orElseThrow(() -> new BadRequestException(
                        "state", "unknown state " + code + "; there are " + String.join(", ", JobState.codes())));
    }

    private List<JobView> views(List<Job> page) {
        Map<String, List<EffectView>> byJob =
                effects.of(page.stream().map(Job::id).toList()).stream().collect(groupingBy(EffectView::jobId));
        return page.stream()
                .map(job -> JobView.of(job, byJob.getOrDefault(job.id(), List.of())))
                .toList();
    }

    private JobView view(Job job) {
        return JobView.of(job, effects.of(job.id()));
    }

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
                JSON.readValue(jobs.considered(id), CONSIDERED),
                results.fields(job),
                results.steps(id).stream().map(JobsController::step).toList(),
                jobEffects.stream().map(EffectStory::of).toList(),
                family.outputs(job).stream()
                        .map(output ->
                                new OutputView(output.name(), output.type().word(), output.size()))
                        .toList(),
                family.cameInWith(job),
                family.cameOfIt(job),
                notes.of(id),
                ledger.about(job.subject()));
        return ResponseEntity.ok().eTag(tag(job)).body(story);
    }

    private static String tag(Job job) {
        return "\"" + job.version() + "\"";
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
    ResponseEntity<JobView> retry(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Retry(), ifMatch);
    }

    @PostMapping("/{id}/run-again")
    ResponseEntity<JobView> runAgain(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.RunAgain(), ifMatch);
    }

    @PostMapping("/{id}/hold")
    ResponseEntity<JobView> hold(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Hold(), ifMatch);
    }

    @PostMapping("/{id}/release")
    ResponseEntity<JobView> release(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Release(), ifMatch);
    }

    @PostMapping("/{id}/cancel")
    ResponseEntity<JobView> cancel(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, new JobAction.Cancel(), ifMatch);
    }

    @PostMapping("/{id}/move")
    ResponseEntity<JobView> move(
            @PathVariable String id,
            @RequestParam String rule,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, moveTo(rulebook, rule), ifMatch);
    }

    /** Files the document as a person says, asking no rule. */
    @PostMapping("/{id}/file")
    ResponseEntity<JobView> file(
            @PathVariable String id,
            @RequestBody FileAsBody as,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, as.action(connections, settings.site()), ifMatch);
    }

    @PostMapping("/{id}/priority")
    ResponseEntity<JobView> priority(
            @PathVariable String id,
            @RequestParam int priority,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return one(id, setPriority(priority), ifMatch);
    }

    private ResponseEntity<JobView> one(String id, JobAction action, Optional<String> ifMatch) {
        Job job = actions.one(id, action, ifMatch.map(JobsController::version), Caller.principal());
        return ResponseEntity.ok().eTag(tag(job)).body(view(job));
    }

    private static int version(String tag) {
        String digits = tag.replaceFirst("^W/", "").replace("\"", "");
        return digits.matches("\\d{1,9}") ? Integer.parseInt(digits) : -1;
    }

    static JobAction moveTo(Rulebook rulebook, String rule) {
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

    record NoteText(String text) {}

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
