package lectomen.service.work;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import lectomen.engine.data.DataFormat;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.LookupReader;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.plan.Outcome;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.DataAnswer;
import lectomen.engine.task.DataTask;
import lectomen.engine.task.Task;
import lectomen.service.bytes.ByteStore;
import lectomen.service.job.Job;
import lectomen.service.job.JobFacts;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.workers.ByteSource;
import lectomen.service.workers.Examination;
import lectomen.service.workers.WorkerPool;

/**
 * Shows what would happen to a file, with the same worker and planner as a real run, and stores nothing: the file goes to a
 * scratch folder and is deleted before the response.
 */
public final class Trials {
    /** What to try the file with. */
    public sealed interface With {
        /** All live rules. */
        record Rulebook() implements With {}

        /** The latest version of one rule, live or not. */
        record Rule(String id) implements With {}

        /** One version of a rule. */
        record Version(String id, int version) implements With {}

        /**
         * A rule that was uploaded.
         *
         * @param parts texts of shared parts by name, which go before those that the service has
         * @param lookups tables as CSV by name, likewise
         */
        record Text(String text, Map<String, String> parts, Map<String, byte[]> lookups) implements With {
            public Text(String text) {
                this(text, Map.of(), Map.of());
            }
        }
    }

    private static final String NOT_READABLE = "the-rule-file";

    private final Rulebook rulebook;
    private final WorkerPool workers;
    private final Supplier<Site> site;
    private final ByteStore bytes;
    private final TrialOutputs outputs;
    private final Path scratch;
    private final InstantSource clock;

    public Trials(
            Rulebook rulebook,
            WorkerPool workers,
            Supplier<Site> site,
            Path scratch,
            ByteStore bytes,
            TrialOutputs outputs,
            InstantSource clock)
            throws IOException {
        this.rulebook = rulebook;
        this.workers = workers;
        this.site = site;
        this.bytes = bytes;
        this.outputs = outputs;
        this.scratch = Files.createDirectories(scratch);
        this.clock = clock;
    }

    /** A data file beside the file that is tried. */
    public record Beside(String name, byte[] content) {
        /** The data file that came with a job, where it is kept. */
        static Optional<Beside> of(Job job, ByteStore bytes) throws IOException {
            Optional<Sidecar> sidecar = job.more().sidecar().filter(data -> bytes.has(data.sha256()));
            if (sidecar.isEmpty()) {
                return Optional.empty();
            }
            try (InputStream content = bytes.open(sidecar.get().sha256())) {
                return Optional.of(new Beside(sidecar.get().name(), content.readAllBytes()));
            }
        }
    }

    /** The same for the kept original of a job, as if it came where the job came from, when it did. */
    public Examination of(Job job, ByteRef original, Optional<String> folder, With with) throws IOException {
        TrialDocuments.Found found = new TrialDocuments.Found(original, job.type(), bytes::open);
        FileFacts facts = JobFacts.of(job, folder, job.createdAt());
        return of(facts, found, Beside.of(job, bytes), with);
    }

    /** @throws lectomen.service.rulebook.NoSuchRuleException if the rule to try with does not exist */
    public Examination of(String name, InputStream content, With with) throws IOException {
        return of(name, content, Optional.empty(), with);
    }

    /** The same for a file with a data file beside it. */
    public Examination of(String name, InputStream content, Optional<Beside> beside, With with) throws IOException {
        Path file = scratch.resolve("trial-" + UUID.randomUUID());
        try {
            Files.copy(content, file, StandardCopyOption.REPLACE_EXISTING);
            ByteRef ref = new ByteRef(ByteStore.hash(file), Files.size(file));
            FileType type;
            try (InputStream in = Files.newInputStream(file)) {
                type = FileType.of(in.readNBytes(FileType.HEAD_BYTES));
            }
            return of(name, new TrialDocuments.Found(ref, type, sha256 -> Files.newInputStream(file)), beside, with);
        } finally {
            Files.deleteIfExists(file);
        }
    }

    /** The same for a document that is kept. */
    public Examination of(String name, TrialDocuments.Found document, Optional<Beside> beside, With with)
            throws IOException {
        FileType type = document.type().called(name);
        FileFacts bare = new FileFacts(name, document.ref().size(), type, Optional.empty(), clock.instant());
        return of(bare, document, beside, with);
    }

    /** The same for a document of which more is known: where it came from, and when. */
    Examination of(FileFacts bare, TrialDocuments.Found document, Optional<Beside> beside, With with)
            throws IOException {
        ByteRef ref = document.ref();
        Map<String, byte[]> tables = new HashMap<>();
        FileFacts facts =
                beside.map(data -> bare.with(sidecar(data, with, tables))).orElse(bare);
        String id = "trial-" + UUID.randomUUID();
        Site site = siteOf(with, tables);
        Task task = new Task(Task.PROTOCOL, id, 1, ref, facts, rules(with), Task.Asking.ALL, site);
        ByteSource fetched = sha256 -> {
            byte[] table = tables.get(sha256);
            return table != null
                    ? new ByteArrayInputStream(table)
                    : sha256.equals(ref.sha256()) ? document.bytes().open(sha256) : bytes.open(sha256);
        };
        Examination examination = workers.examine(task, fetched, outputs::keep);
        if (examination instanceof Examination.Done done && madeSomething(done.outcome())) {
            try (InputStream original = document.bytes().open(ref.sha256())) {
                outputs.keep(ref, original);
            }
        }
        return examination;
    }

    private static boolean madeSomething(Outcome outcome) {
        return outcome.steps().stream().anyMatch(step -> step.findMade().isPresent());
    }

    /** The data file as a source of the rules would have it; its bytes are put to their hash. */
    private Sidecar sidecar(Beside data, With with, Map<String, byte[]> bytesByHash) {
        ByteRef ref = ByteStore.refOf(data.content());
        bytesByHash.put(ref.sha256(), data.content());
        DataFormat form = DataFormat.findByWord(
                        data.name().substring(data.name().lastIndexOf('.') + 1))
                .orElse(DataFormat.XML);
        Map<String, String> namespaces = new HashMap<>();
        for (Task.RuleText rule : rules(with)) {
            if (RuleReader.read(rule.file(), site.get()) instanceof RuleReadResult.Good good) {
                good.rule().from().stream()
                        .flatMap(from -> from.settings().sidecar().stream())
                        .forEach(settings -> settings.namespaces().forEach(namespaces::putIfAbsent));
            }
        }
        return Sidecar.of(data.name(), form, ref.sha256(), ref.size(), namespaces);
    }

    /** The site, with the tables that were uploaded; these are put to their hashes. */
    private Site siteOf(With with, Map<String, byte[]> tables) {
        if (!(with instanceof With.Text text) || text.lookups().isEmpty()) {
            return site.get();
        }
        Map<String, LookupRef> refs = new HashMap<>(site.get().lookups());
        text.lookups().forEach((name, csv) -> {
            ByteRef ref = ByteStore.refOf(csv);
            Lookup lookup =
                    LookupReader.read(new String(csv, StandardCharsets.UTF_8)).lookup();
            tables.put(ref.sha256(), csv);
            refs.put(name, new LookupRef(ref.sha256(), ref.size(), lookup.columns()));
        });
        return site.get().with(refs);
    }

    /** What an expression gives from a data file, by the same worker and reader as in a real run. */
    public DataAnswer ofData(byte[] data, DataFormat form, String expression, Map<String, String> namespaces)
            throws IOException {
        Path file = scratch.resolve("trial-" + UUID.randomUUID());
        try {
            Files.write(file, data);
            ByteRef ref = new ByteRef(ByteStore.hash(file), data.length);
            String id = file.getFileName().toString();
            DataTask task = new DataTask(Task.PROTOCOL, id, ref, form, expression, namespaces);
            return workers.tell(task, sha256 -> Files.newInputStream(file));
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private List<Task.RuleText> rules(With with) {
        if (with instanceof With.Rule rule) {
            var entry = rulebook.require(rule.id());
            return List.of(new Task.RuleText(new RuleRef(entry.id(), entry.latestVersion()), entry.file()));
        }
        if (with instanceof With.Version one) {
            RuleFile file = rulebook.requireVersion(one.id(), one.version());
            return List.of(new Task.RuleText(new RuleRef(one.id(), one.version()), file));
        }
        if (with instanceof With.Text text) {
            Map<String, String> parts =
                    new HashMap<>(rulebook.withParts(text.text()).parts());
            parts.putAll(text.parts());
            RuleFile file = new RuleFile(text.text(), parts);
            String id = RuleReader.read(file, site.get()) instanceof RuleReadResult.Good good
                    ? good.rule().id()
                    : NOT_READABLE;
            return List.of(new Task.RuleText(new RuleRef(id, 0), file));
        }
        return rulebook.acting().rules().stream().map(LiveRule::asText).toList();
    }
}
