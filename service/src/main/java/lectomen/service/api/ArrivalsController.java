package lectomen.service.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.Considered;
import lectomen.engine.plan.Filing;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.StepDone;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleReading;
import lectomen.engine.rule.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.access.Caller;
import lectomen.service.bytes.ByteStore;
import lectomen.service.counter.Counters;
import lectomen.service.home.Settings;
import lectomen.service.intake.Uploads;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.work.Trials;
import lectomen.service.workers.Examination;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Files handed in: to be processed, or for a trial that shows what would become of them. */
@RestController
@RequestMapping("/api/v1")
final class ArrivalsController {
    private static final int LONGEST_KEY = 200;

    private final Uploads uploads;
    private final Trials trials;
    private final Rulebook rulebook;
    private final Jobs jobs;
    private final ByteStore bytes;
    private final Locale locale;
    private final Counters counters;

    ArrivalsController(
            Uploads uploads,
            Trials trials,
            Rulebook rulebook,
            Counters counters,
            Settings settings,
            Jobs jobs,
            ByteStore bytes) {
        this.counters = counters;
        this.jobs = jobs;
        this.bytes = bytes;
        this.uploads = uploads;
        this.trials = trials;
        this.rulebook = rulebook;
        this.locale = settings.site().locale();
    }

    /** @param again whether it was sent before under the same key, so that no second job was made */
    record Taken(String job, boolean again) {}

    /** The body is the file; it is safe once this answers. Sending it again with the same Idempotency-Key makes no second job. */
    @PostMapping(path = "/uploads", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    Taken upload(
            @RequestParam String name,
            @RequestParam Optional<String> rule,
            @RequestParam(defaultValue = "false") boolean hold,
            @RequestParam Optional<List<String>> tags,
            @RequestHeader(name = "Idempotency-Key", required = false) Optional<String> key,
            HttpServletRequest request)
            throws IOException {
        String last = name.replaceFirst(".*/", "");
        if (last.isBlank()) {
            throw new BadRequestException("name", "the file needs a name");
        }
        if (key.filter(text -> text.isBlank() || text.length() > LONGEST_KEY).isPresent()) {
            throw new BadRequestException("Idempotency-Key", "a key has from 1 to " + LONGEST_KEY + " characters");
        }
        rule.ifPresent(rulebook::require);
        try (InputStream body = request.getInputStream()) {
            Uploads.Accepted accepted = uploads.take(
                    new Uploads.Sent(last, rule, Set.copyOf(tags.orElse(List.of())), key, hold),
                    body,
                    Caller.principal());
            return new Taken(accepted.job(), accepted.again());
        }
    }

    /**
     * @param otherName the first that is tried where the name is taken and the choice is to number it
     * @param olderGoesTo where what has the name would go, where the choice is a new version
     */
    record WouldFile(
            String connection,
            String folder,
            String name,
            String whenTaken,
            Optional<String> otherName,
            Optional<String> olderGoesTo) {}

    /** @param ending planned, unwanted or failed */
    record TrialResult(
            String fileName,
            String ending,
            Optional<String> rule,
            Optional<Integer> ruleVersion,
            Optional<JobView.ReasonView> reason,
            List<Considered> considered,
            List<FieldValue> fields,
            List<JobView.ReasonView> notes,
            List<WouldFile> wouldFile) {}

    /**
     * Tries one file with a rule by its id, with a rule file handed in, or with the whole rulebook, whose every rule then says
     * whether it would have taken it. Changes nothing.
     *
     * @param file to try; or {@code job}
     * @param job whose kept original is tried
     */
    @PostMapping(path = "/trials", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    TrialResult trial(
            @RequestPart(required = false) Optional<MultipartFile> file,
            @RequestParam Optional<String> job,
            @RequestParam Optional<String> rule,
            @RequestPart(required = false) Optional<MultipartFile> ruleFile)
            throws IOException {
        Trials.With with = rule.<Trials.With>map(Trials.With.Rule::new).orElse(new Trials.With.Rulebook());
        if (ruleFile.isPresent()) {
            String text = new String(ruleFile.get().getBytes(), StandardCharsets.UTF_8);
            if (rulebook.check(text) instanceof RuleReading.Bad bad) {
                throw new BadRuleException(bad.problems());
            }
            with = new Trials.With.Text(text);
        }
        if (job.isPresent()) {
            Job tried = jobs.require(job.get());
            ByteRef original = tried.original()
                    .filter(ref -> bytes.has(ref.sha256()))
                    .orElseThrow(() -> new NoSuchPageException(tried.id(), 0));
            try (InputStream content = bytes.open(original.sha256())) {
                return result(tried.name(), trials.of(tried.name(), content, with));
            }
        }
        MultipartFile sent =
                file.orElseThrow(() -> new BadRequestException("file", "send a file to try, or say job: its id"));
        String name =
                Optional.ofNullable(sent.getOriginalFilename()).orElse("file").replaceFirst(".*/", "");
        try (InputStream content = sent.getInputStream()) {
            return result(name, trials.of(name, content, with));
        }
    }

    private TrialResult result(String name, Examination examination) {
        if (examination instanceof Examination.Done done) {
            return result(name, done.outcome());
        }
        Reason reason = examination instanceof Examination.Refused refused
                ? refused.reason()
                : Reason.of("worker.died", "tries", "1");
        return new TrialResult(
                name,
                "failed",
                Optional.empty(),
                Optional.empty(),
                Optional.of(JobView.ReasonView.of(reason)),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private TrialResult result(String name, Outcome outcome) {
        String ending = "planned";
        Optional<Reason> reason = Optional.empty();
        List<WouldFile> wouldFile = List.of();
        if (outcome.ending() instanceof Outcome.Ending.Planned planned) {
            wouldFile = planned.filings().stream()
                    .flatMap(filing -> wouldFile(filing).stream())
                    .toList();
        } else if (outcome.ending() instanceof Outcome.Ending.Unwanted unwanted) {
            ending = "unwanted";
            reason = Optional.of(unwanted.reason());
        } else if (outcome.ending() instanceof Outcome.Ending.Failed failed) {
            ending = "failed";
            reason = Optional.of(failed.reason());
        }
        return new TrialResult(
                name,
                ending,
                outcome.rule().map(ref -> ref.id()),
                outcome.rule().map(ref -> ref.version()),
                reason.map(JobView.ReasonView::of),
                outcome.considered(),
                outcome.steps().stream()
                        .map(StepDone::fields)
                        .flatMap(List::stream)
                        .toList(),
                notes(outcome, reason),
                wouldFile);
    }

    /** What the steps did without; not again what the whole failed of. */
    private static List<JobView.ReasonView> notes(Outcome outcome, Optional<Reason> failed) {
        return outcome.steps().stream()
                .map(StepDone::notes)
                .flatMap(List::stream)
                .filter(note -> failed.filter(note::equals).isEmpty())
                .map(JobView.ReasonView::of)
                .toList();
    }

    private Optional<WouldFile> wouldFile(Filing planned) {
        Filing filing = counters.withLikelyNumbers(planned);
        return filing.target(locale) instanceof Filing.Target.Place place
                ? Optional.of(new WouldFile(
                        filing.connection(),
                        String.join("/", place.folder()),
                        place.name(),
                        filing.whenTaken().word(),
                        filing.whenTaken() == WhenTaken.NUMBER_IT
                                ? Optional.of(filing.numbered(place, 2, locale))
                                : Optional.empty(),
                        filing.older(place, 1, locale).map(Filing.Target.Place::shown)))
                : Optional.empty();
    }
}
