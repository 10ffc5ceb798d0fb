package lectomen.service.api;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.plan.Candidate;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rule.SourceSettings;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.rulefile.Sentence;
import lectomen.service.access.Caller;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.RoutingPreview;
import lectomen.service.intake.SourcePauses;
import lectomen.service.intake.SourceRuns;
import lectomen.service.intake.SourceStatus;
import lectomen.service.job.JobList;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The sources: each hot folder with its settings in words and its runs, pausing one, and starting a run. */
@RestController
@RequestMapping("/api/v1/sources")
final class SourcesController {
    private final HotFolders folders;
    private final Rulebook rulebook;
    private final SourcePauses pauses;
    private final SourceRuns runs;
    private final RoutingPreview preview;
    private final CallerScope scopes;

    SourcesController(
            HotFolders folders,
            Rulebook rulebook,
            SourcePauses pauses,
            SourceRuns runs,
            RoutingPreview preview,
            CallerScope scopes) {
        this.scopes = scopes;
        this.folders = folders;
        this.rulebook = rulebook;
        this.pauses = pauses;
        this.runs = runs;
        this.preview = preview;
    }

    record SourceList(List<SourceView> sources) {}

    /**
     * A run of a source that collects.
     *
     * @param cause due, caught up, missed or asked for
     * @param taken how many files it took; none where there was nothing new
     */
    record RunView(Instant dueAt, String cause, String by, Instant beganAt, Optional<Instant> endedAt, int taken) {
        static RunView of(SourceRuns.Run run) {
            return new RunView(
                    run.due(),
                    run.cause().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                    run.principal(),
                    run.began(),
                    run.ended(),
                    run.taken());
        }
    }

    /**
     * @param sentences how files are taken from it, read aloud
     * @param sweepSeconds how often it is looked through besides when something happens in it
     */
    record SourceStory(SourceView source, List<Sentence> sentences, double sweepSeconds, List<RunView> runs) {}

    /** @param says yes, no or after reading */
    record RuleAnswer(String rule, String says, String why) {}

    /** @param ignored why no rule is asked; absent where they are */
    record FolderAnswer(String folder, Optional<String> ignored, List<RuleAnswer> rules) {}

    record RoutingAnswer(String name, List<FolderAnswer> folders) {}

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping
    SourceList list() {
        Optional<JobList.Only> only = scopes.findOnly(Permission.SEE_DOCUMENTS);
        return new SourceList(folders.status().stream()
                .filter(source ->
                        only.filter(one -> !one.sources().contains(source.id())).isEmpty())
                .map(this::view)
                .toList());
    }

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.SOURCE)
    @GetMapping("/{id}")
    SourceStory show(@PathVariable long id) {
        SourceStatus source = require(id);
        Optional<RuleDocument.From> from = rulesOf(source).stream()
                .flatMap(live -> live.rule().findFrom(source.folder()).stream())
                .findFirst();
        Duration sweep = from.map(one -> one.settings().sweep()).orElse(SourceSettings.DEFAULT_SWEEP);
        return new SourceStory(
                view(source),
                from.map(RuleSentences::of).orElse(List.of()),
                sweep.toMillis() / 1000.0,
                runs.last(id).stream().map(RunView::of).toList());
    }

    private SourceStatus require(long id) {
        return folders.status().stream()
                .filter(source -> source.id() == id)
                .findFirst()
                .orElseThrow(() -> new NoSuchSourceException(id));
    }

    private SourceView view(SourceStatus source) {
        return SourceView.of(source, rulesOf(source));
    }

    private List<LiveRule> rulesOf(SourceStatus source) {
        return rulebook.acting().from(source.folder());
    }

    /**
     * Whether a file of that name would be taken, from which folder and by which rule.
     *
     * @param size in bytes
     * @param rule a rule file to be asked instead of the live rules; may be left out
     */
    @Needs(Permission.SEE_RULES)
    @PostMapping("/test")
    RoutingAnswer test(
            @RequestParam String name,
            @RequestParam(defaultValue = "100000") long size,
            @RequestBody(required = false) Optional<String> rule) {
        if (name.isBlank() || name.indexOf('\0') >= 0 || name.startsWith("/")) {
            throw new BadRequestException("name", "a file name is needed, such as QUAY7-plan.dxf");
        }
        List<Candidate> asked =
                rule.filter(text -> !text.isBlank()).map(this::draft).orElseGet(this::live);
        return new RoutingAnswer(
                name,
                preview.ask(asked, name, size).stream()
                        .map(SourcesController::answer)
                        .toList());
    }

    private List<Candidate> live() {
        return rulebook.acting().rules().stream().map(LiveRule::candidate).toList();
    }

    private List<Candidate> draft(String text) {
        RuleReadResult reading = rulebook.check(text);
        if (reading instanceof RuleReadResult.Good good) {
            return List.of(new Candidate(new RuleRef(good.rule().id(), 0), good.rule()));
        }
        throw new BadRuleException(((RuleReadResult.Bad) reading).problems());
    }

    private static FolderAnswer answer(RoutingPreview.InFolder folder) {
        return new FolderAnswer(
                folder.folder(),
                Optional.of(folder.ignored()).filter(words -> !words.isEmpty()),
                folder.rules().stream()
                        .map(one -> new RuleAnswer(
                                one.rule(),
                                one.says().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                                one.why()))
                        .toList());
    }

    /** Takes what is there now, whatever the hour; the run is written down, also when there was nothing new. */
    @Needs(value = Permission.RUN_SERVICE, limit = Needs.Limit.SOURCE)
    @PostMapping("/{id}/run")
    RunView run(@PathVariable long id) {
        require(id);
        SourceRuns.Run run = runs.askFor(id, Caller.principal());
        folders.lookSoon(id);
        return RunView.of(run);
    }

    /** Takes nothing more from there; what was taken goes on. */
    @Needs(value = Permission.RUN_SERVICE, limit = Needs.Limit.SOURCE)
    @PostMapping("/{id}/pause")
    SourceView pause(@PathVariable long id) {
        require(id);
        pauses.pause(id, Caller.principal());
        return looked(id);
    }

    @Needs(value = Permission.RUN_SERVICE, limit = Needs.Limit.SOURCE)
    @PostMapping("/{id}/resume")
    SourceView resume(@PathVariable long id) {
        require(id);
        pauses.resume(id, Caller.principal());
        return looked(id);
    }

    private SourceView looked(long id) {
        folders.lookSoon(id);
        return view(require(id));
    }
}
