package lectomen.service.api;

import static java.util.stream.Collectors.groupingBy;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.effect.EffectRunner;
import lectomen.service.effect.EffectView;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.job.JobState;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Sources;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Lists of jobs, page by page. */
@RestController
@RequestMapping("/api/v1/jobs")
final class JobsController {
    private static final int MOST = 10_000;

    private final JobList list;
    private final EffectRunner effects;
    private final Sources sources;
    private final CallerScope scopes;

    JobsController(JobList list, EffectRunner effects, Sources sources, CallerScope scopes) {
        this.scopes = scopes;
        this.list = list;
        this.effects = effects;
        this.sources = sources;
    }

    /** @param next the cursor of the next page; absent at the end. A page may hold fewer jobs than asked for, even none. */
    record JobPage(List<JobView> jobs, Optional<String> next) {}

    /**
     * @param since and until by when jobs came in, as 2027-03-01T10:00:00Z @param folder the path of a hot folder @param order
     *     newest, oldest or changed
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
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
        JobList.Filter filter = filter(
                state, rule, name, since, until, source(sources, folder), scopes.findOnly(Permission.SEE_DOCUMENTS));
        JobList.Page page = list.page(filter, ordered, from, limit);
        return new JobPage(views(page.jobs()), page.next().map(JobList.Cursor::text));
    }

    static JobList.Filter filter(
            Optional<String> state,
            Optional<String> rule,
            Optional<String> name,
            Optional<Instant> since,
            Optional<Instant> until,
            Optional<Long> source,
            Optional<JobList.Only> only) {
        return new JobList.Filter(
                state.map(JobsController::requireState),
                rule,
                name.filter(text -> !text.isEmpty()),
                since,
                until,
                source,
                only);
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
}
