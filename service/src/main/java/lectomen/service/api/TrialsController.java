package lectomen.service.api;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.data.DataFormat;
import lectomen.engine.data.DataValue;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.RuleEvaluation;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.DataAnswer;
import lectomen.service.bytes.ByteStore;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Connections;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.work.TrialDocuments;
import lectomen.service.work.Trials;
import lectomen.service.workers.Examination;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Shows what would happen to files, and what expressions return for data files. Changes nothing. */
@RestController
@RequestMapping("/api/v1/trials")
final class TrialsController {
    private final Trials trials;
    private final Rulebook rulebook;
    private final Counters counters;
    private final Jobs jobs;
    private final ByteStore bytes;
    private final TrialDocuments documents;
    private final Sources sources;
    private final Connections connections;
    private final Locale locale;
    private final CallerScope scopes;

    TrialsController(
            Trials trials,
            Rulebook rulebook,
            Counters counters,
            Settings settings,
            Jobs jobs,
            ByteStore bytes,
            TrialDocuments documents,
            Sources sources,
            Connections connections,
            CallerScope scopes) {
        this.scopes = scopes;
        this.trials = trials;
        this.rulebook = rulebook;
        this.counters = counters;
        this.jobs = jobs;
        this.bytes = bytes;
        this.documents = documents;
        this.sources = sources;
        this.connections = connections;
        this.locale = settings.site().locale();
    }

    /**
     * @param taken whether a file of that name is there now
     * @param otherName the first that is tried where the name is taken and the choice is to number it
     * @param olderGoesTo where what has the name would go, where the choice is a new version
     */
    record WouldFile(
            String connection,
            String folder,
            String name,
            String whenTaken,
            boolean taken,
            Optional<String> otherName,
            Optional<String> olderGoesTo) {}

    /**
     * What a step made; its pages can be looked at for a quarter of an hour.
     *
     * @param output the name that later steps know it by
     */
    record MadeView(
            int step,
            String word,
            int line,
            String output,
            String type,
            long bytes,
            String sha256,
            List<JobView.ReasonView> notes) {}

    /**
     * @param ending planned, unmatched or failed
     * @param original the SHA-256 of the original file, to be looked at beside what was made; absent where nothing was
     */
    record TrialResult(
            String fileName,
            String ending,
            Optional<String> rule,
            Optional<Integer> ruleVersion,
            Optional<JobView.ReasonView> reason,
            List<RuleEvaluation> considered,
            List<FieldValue> fields,
            List<JobView.ReasonView> notes,
            Optional<String> original,
            List<MadeView> made,
            List<WouldFile> wouldFile) {}

    /**
     * Tries one file with a rule by its id, with a rule file uploaded, or with the whole rulebook, whose every rule then says
     * whether it would have taken it. Changes nothing.
     *
     * @param file to try; or {@code job}, or {@code document}
     * @param job whose kept original is tried, with its data file
     * @param document a document that was uploaded to be tried, by its hash
     * @param name of that document
     * @param sidecar the data file beside the file, named by its extension: xml, json or csv
     * @param partFile shared parts beside the rule file, each named NAME.part.yaml, as if the service had them
     * @param lookupFile likewise tables, each named NAME.csv
     */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.ITSELF)
    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    TrialResult trial(
            @RequestPart(required = false) Optional<MultipartFile> file,
            @RequestParam Optional<String> job,
            @RequestParam Optional<String> document,
            @RequestParam Optional<String> name,
            @RequestParam Optional<String> rule,
            @RequestPart(required = false) Optional<MultipartFile> ruleFile,
            @RequestPart(required = false) Optional<MultipartFile> sidecar,
            @RequestPart(required = false) Optional<List<MultipartFile>> partFile,
            @RequestPart(required = false) Optional<List<MultipartFile>> lookupFile)
            throws IOException {
        Scope theirs = scopes.require(Permission.WRITE_RULES);
        if (ruleFile.isEmpty() && !theirs.isAll()) {
            scopes.requireRule(rule.orElse(""), Permission.WRITE_RULES);
        }
        if (job.isPresent()) {
            scopes.requireJob(job.get(), Permission.SEE_DOCUMENTS);
        }
        Trials.With with = rule.<Trials.With>map(Trials.With.Rule::new).orElse(new Trials.With.Rulebook());
        if (ruleFile.isPresent()) {
            String text = new String(ruleFile.get().getBytes(), StandardCharsets.UTF_8);
            boolean alone = partFile.isEmpty() && lookupFile.isEmpty();
            if (alone && rulebook.check(text) instanceof RuleReadResult.Bad bad) {
                throw new BadRuleException(bad.problems());
            }
            Map<String, String> parts = new HashMap<>();
            byName(partFile, ".part.yaml")
                    .forEach((beside, part) -> parts.put(beside, new String(part, StandardCharsets.UTF_8)));
            with = new Trials.With.Text(text, parts, byName(lookupFile, ".csv"));
        }
        if (job.isPresent()) {
            Job tried = jobs.require(job.get());
            ByteRef original = tried.original()
                    .filter(ref -> bytes.has(ref.sha256()))
                    .orElseThrow(() -> new NoSuchPageException(tried.id(), 0));
            Optional<String> folder = sources.findFolder(tried.source());
            return result(tried.name(), original.sha256(), trials.of(tried, original, folder, with));
        }
        Optional<Trials.Beside> data = beside(sidecar);
        if (document.isPresent()) {
            TrialDocuments.Found found =
                    documents.find(document.get()).orElseThrow(() -> NoSuchPageException.ofDocument(document.get()));
            String called = name.filter(text -> !text.isBlank()).orElse("document");
            return result(called, document.get(), trials.of(called, found, data, with));
        }
        MultipartFile sent = file.orElseThrow(
                () -> new BadRequestException("file", "send a file, or name a job (its id) or a document (its hash)"));
        String called =
                Optional.ofNullable(sent.getOriginalFilename()).orElse("file").replaceFirst(".*/", "");
        try (InputStream content = sent.getInputStream()) {
            return result(called, hash(sent), trials.of(called, content, data, with));
        }
    }

    private static Optional<Trials.Beside> beside(Optional<MultipartFile> sidecar) throws IOException {
        if (sidecar.isEmpty()) {
            return Optional.empty();
        }
        String called = Optional.ofNullable(sidecar.get().getOriginalFilename()).orElse("");
        return Optional.of(
                new Trials.Beside(called.replaceFirst(".*/", ""), sidecar.get().getBytes()));
    }

    private static Map<String, byte[]> byName(Optional<List<MultipartFile>> files, String ending) throws IOException {
        Map<String, byte[]> named = new HashMap<>();
        for (MultipartFile file : files.orElse(List.of())) {
            String name = Optional.ofNullable(file.getOriginalFilename()).orElse("");
            if (!name.endsWith(ending)) {
                throw new BadRequestException("file", "a part file must be named NAME" + ending);
            }
            named.put(name.substring(0, name.length() - ending.length()).replaceFirst(".*/", ""), file.getBytes());
        }
        return named;
    }

    private static String hash(MultipartFile file) throws IOException {
        try (InputStream content = file.getInputStream()) {
            return ByteStore.hash(content);
        }
    }

    private TrialResult result(String name, String original, Examination examination) {
        if (examination instanceof Examination.Done done) {
            return result(name, original, done.outcome());
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
                Optional.empty(),
                List.of(),
                List.of());
    }

    private static List<MadeView> made(Outcome outcome) {
        return outcome.steps().stream()
                .flatMap(step -> step.findMade().stream()
                        .map(made -> new MadeView(
                                step.number(),
                                step.word(),
                                step.line(),
                                made.output(),
                                made.type().word(),
                                made.size(),
                                made.sha256(),
                                step.notes().stream()
                                        .map(JobView.ReasonView::of)
                                        .toList())))
                .toList();
    }

    private TrialResult result(String name, String original, Outcome outcome) {
        List<MadeView> made = made(outcome);
        String ending = "planned";
        Optional<Reason> reason = Optional.empty();
        List<WouldFile> wouldFile = List.of();
        if (outcome.isPlanned()) {
            wouldFile = outcome.effects(Filing.class).stream()
                    .flatMap(filing -> wouldFile(filing).stream())
                    .toList();
        } else if (outcome.ending() instanceof Outcome.Ending.Unmatched unmatched) {
            ending = "unmatched";
            reason = Optional.of(unmatched.reason());
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
                        .map(StepResult::fields)
                        .flatMap(List::stream)
                        .toList(),
                notes(outcome, reason),
                made.isEmpty() ? Optional.empty() : Optional.of(original),
                made,
                wouldFile);
    }

    /** What the steps did without; not again what the whole failed of. */
    private static List<JobView.ReasonView> notes(Outcome outcome, Optional<Reason> failed) {
        return outcome.steps().stream()
                .map(StepResult::notes)
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
                        isTaken(filing.connection(), place),
                        filing.whenTaken() == WhenTaken.NUMBER_IT
                                ? Optional.of(filing.numbered(place, 2, locale))
                                : Optional.empty(),
                        filing.older(place, 1, locale).map(Filing.Target.Place::shown)))
                : Optional.empty();
    }

    private boolean isTaken(String connection, Filing.Target.Place place) {
        Path folder = connections.folders().get(connection);
        if (folder == null) {
            return false;
        }
        for (String part : place.folder()) {
            folder = folder.resolve(part);
        }
        return Files.exists(folder.resolve(place.name()));
    }

    /** @param reason why the data or the expression is no good; absent where it is good, even if nothing was hit */
    record DataTrial(String form, List<DataValue> hits, Optional<JobView.ReasonView> reason) {}

    /**
     * Shows what an expression gives: XPath from XML, a JSON Pointer from JSON, a column from CSV. The body is the data.
     *
     * @param form xml, json or csv; without it, as the data looks
     * @param namespaces prefixes for XPath, each as prefix=URI
     */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.NOTHING)
    @PostMapping(path = "/data", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    DataTrial data(
            @RequestParam String expression,
            @RequestParam Optional<String> form,
            @RequestParam Optional<List<String>> namespaces,
            @RequestBody byte[] data)
            throws IOException {
        DataFormat asked = form.isPresent()
                ? DataFormat.findByWord(form.get())
                        .orElseThrow(() -> new BadRequestException(
                                "form", "form is " + String.join(", ", DataFormat.words()) + ", not " + form.get()))
                : DataFormat.findFor(data)
                        .orElseThrow(() -> new BadRequestException("data", "the data is neither XML, JSON nor CSV"));
        DataAnswer answer = trials.ofData(data, asked, expression, prefixes(namespaces.orElse(List.of())));
        return new DataTrial(asked.word(), answer.hits(), answer.reason().map(JobView.ReasonView::of));
    }

    private static Map<String, String> prefixes(List<String> given) {
        Map<String, String> prefixes = new HashMap<>();
        for (String one : given) {
            int at = one.indexOf('=');
            if (at < 1) {
                throw new BadRequestException("namespaces", "a namespace must have the form prefix=URI, not " + one);
            }
            prefixes.put(one.substring(0, at), one.substring(at + 1));
        }
        return prefixes;
    }
}
