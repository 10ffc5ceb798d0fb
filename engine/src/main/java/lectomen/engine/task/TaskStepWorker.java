package lectomen.engine.task;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.StoredText;
import lectomen.engine.pdf.PdfPageCount;
import lectomen.engine.pdf.inspect.PrintInspector;
import lectomen.engine.plan.Outcome;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.progress.Progress;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.KeptText;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.PartDocument;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWorker;

/** Runs the steps of one task's document. What is made lies in a folder until the task is done. */
final class TaskStepWorker implements StepWorker {
    private final Task task;
    private final Examiner.ByteFetch bytes;
    private final Path folder;
    private final Progress.Listener listener;
    private final Optional<ResultCache> kept;
    private final FontBook fonts;
    private final Map<String, Path> files = new HashMap<>();

    /** A reading of a document, by its hash. */
    private record Reading(String sha256, ReadingOptions options) {}

    /** What was recognised, to be kept if the plan waits. */
    private final Map<Reading, DocumentText> recognised = new LinkedHashMap<>();

    /** What was read last of each product, by its hash. */
    private final Map<String, DocumentText> texts = new HashMap<>();

    private final Map<String, PrintFacts> printFacts = new HashMap<>();

    /** @param kept of earlier tasks, for a task that may use it */
    TaskStepWorker(
            Task task,
            Examiner.ByteFetch bytes,
            Path folder,
            Progress.Listener listener,
            Optional<ResultCache> kept,
            FontBook fonts) {
        this.fonts = fonts;
        this.kept = kept;
        this.task = task;
        this.bytes = bytes;
        this.folder = folder;
        this.listener = listener;
    }

    @Override
    public StepOutput original() {
        return new StepOutput(
                OutputNames.ORIGINAL,
                task.document().sha256(),
                task.document().size(),
                task.facts().type());
    }

    @Override
    public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
        Optional<DocumentText> known = kept.flatMap(results -> results.findText(of.sha256(), of.type(), options));
        if (known.isPresent()) {
            texts.put(of.sha256(), known.get());
            return new ReadResult.Read(known.get());
        }
        try {
            Optional<KeptText> before = keptBefore().stream()
                    .filter(text ->
                            text.of().equals(of.sha256()) && text.options().equals(options))
                    .findFirst();
            if (before.isPresent()) {
                DocumentText text =
                        StoredText.read(Files.readAllBytes(file(before.get().stored())));
                texts.put(of.sha256(), text);
                return new ReadResult.Read(text);
            }
            ReadResult reading = new DocumentReader(fonts).read(file(of), of.type(), options, neededBy, listener);
            if (reading instanceof ReadResult.Read read) {
                texts.put(of.sha256(), read.text());
                if (read.text().isRecognised()) {
                    recognised.put(new Reading(of.sha256(), options), read.text());
                }
                kept.ifPresent(results -> results.keepText(of.sha256(), of.type(), options, read.text()));
            }
            return reading;
        } catch (IOException e) {
            throw new UncheckedIOException("The document's bytes are not available", e);
        }
    }

    @Override
    public int countPages(StepOutput of) {
        try {
            return of.type() == FileType.PDF ? PdfPageCount.of(file(of)) : 0;
        } catch (IOException e) {
            throw new UncheckedIOException("The document's bytes are not available", e);
        }
    }

    @Override
    public PrintFacts inspectForPrint(StepOutput of) {
        if (of.type() != FileType.PDF) {
            return PrintFacts.NONE;
        }
        PrintFacts known = printFacts.get(of.sha256());
        if (known == null) {
            known = inspect(of);
            printFacts.put(of.sha256(), known);
        }
        return known;
    }

    private PrintFacts inspect(StepOutput of) {
        Path pdf;
        try {
            pdf = file(of);
        } catch (IOException e) {
            throw new UncheckedIOException("The document's bytes are not available", e);
        }
        try {
            return PrintInspector.inspect(pdf);
        } catch (IOException broken) {
            return PrintFacts.NONE;
        }
    }

    private List<KeptText> keptBefore() {
        return task.plan() == null ? List.of() : task.plan().texts();
    }

    @Override
    public List<KeptText> keepTexts() {
        List<KeptText> all = new ArrayList<>(keptBefore());
        try {
            for (Map.Entry<Reading, DocumentText> read : recognised.entrySet()) {
                String name = KeptText.NAME + (all.size() + 1);
                Path file = Files.write(folder.resolve(name), StoredText.write(read.getValue()));
                StepOutput stored = stored(name, file, FileType.UNKNOWN);
                files.put(stored.sha256(), file);
                all.add(new KeptText(read.getKey().sha256(), read.getKey().options(), stored));
            }
        } catch (IOException e) {
            throw new UncheckedIOException("The text that was read can't be written", e);
        }
        return all;
    }

    @Override
    public Result make(StepOutput of, Object settings, Maker maker) {
        String name = task.facts().name();
        Optional<ResultCache.Kept> before = kept.flatMap(results -> results.findMade(of.sha256(), name, settings));
        if (before.isPresent()) {
            files.put(before.get().product().sha256(), before.get().file());
            return new Result.Made(before.get().product(), before.get().notes());
        }
        try {
            ConversionResult made = maker.make(
                    new SourceDocument(file(of), of.type(), name),
                    new Around(Optional.ofNullable(texts.get(of.sha256()))));
            if (made instanceof ConversionResult.Failed failed) {
                return new Result.Failed(failed.reason());
            }
            ConversionResult.Files result = (ConversionResult.Files) made;
            if (result.files().size() != 1) {
                return new Result.Failed(Reason.of(
                        "convert.many",
                        "pages",
                        Integer.toString(result.files().size()),
                        "form",
                        result.type().word()));
            }
            Path file = result.files().get(0);
            StepOutput product = stored("", file, result.type());
            if (kept.isPresent()) {
                ResultCache.Kept now = kept.get().keepMade(of.sha256(), name, settings, product, result.notes(), file);
                files.put(product.sha256(), now.file());
            } else {
                files.put(product.sha256(), file);
            }
            return new Result.Made(product, result.notes());
        } catch (IOException e) {
            throw new UncheckedIOException("The document can't be read, or the output can't be written", e);
        }
    }

    @Override
    public Parts split(StepOutput of, Splitter splitter) {
        try {
            Split split = splitter.split(
                    new SourceDocument(file(of), of.type(), task.facts().name()),
                    new Around(Optional.ofNullable(texts.get(of.sha256()))));
            if (split instanceof Split.Refused refused) {
                return new Parts.Failed(refused.reason());
            }
            List<PartDocument> documents = new ArrayList<>();
            for (PartFile part : ((Split.Files) split).files()) {
                StepOutput made = stored(OutputNames.MAIN, part.file(), part.type());
                files.put(made.sha256(), part.file());
                documents.add(
                        new PartDocument(documents.size() + 1, part.name(), part.subfolder(), made, part.slots()));
            }
            return new Parts.Made(documents);
        } catch (IOException e) {
            throw new UncheckedIOException("The document can't be read, or its parts can't be written", e);
        }
    }

    /** What is around a maker here. */
    private final class Around implements Surroundings {
        private final Optional<DocumentText> text;

        Around(Optional<DocumentText> text) {
            this.text = text;
        }

        @Override
        public Path folder() {
            return folder;
        }

        @Override
        public SourceDocument original() throws IOException {
            StepOutput original = TaskStepWorker.this.original();
            return new SourceDocument(
                    file(original), original.type(), task.facts().name());
        }

        @Override
        public Optional<DocumentText> knownText() {
            return text;
        }

        @Override
        public Instant arrived() {
            return task.facts().arrived();
        }

        @Override
        public FontBook fonts() {
            return fonts;
        }

        @Override
        public Progress.Listener listener() {
            return listener;
        }
    }

    private Path file(StepOutput of) throws IOException {
        Path made = files.get(of.sha256());
        if (made != null) {
            return made;
        }
        Path fetched = bytes.fetch(new ByteRef(of.sha256(), of.size()));
        files.put(of.sha256(), fetched);
        return fetched;
    }

    private static StepOutput stored(String name, Path file, FileType type) throws IOException {
        ByteRef ref = ByteRef.of(file);
        return new StepOutput(name, ref.sha256(), ref.size(), type);
    }

    /**
     * Hands over what goes on from here: what is filed, and outputs with a name of their own. A trial shows the others too;
     * they were only steps on the way else.
     */
    void handOver(Outcome outcome, OutputSink bench) {
        Set<String> handed = new HashSet<>();
        handed.add(task.document().sha256());
        try {
            if (outcome.goesWell()) {
                for (PlannedEffect effect : outcome.effects()) {
                    if (effect.findProduct().isPresent()) {
                        handOver(effect.findProduct().get(), handed, bench);
                    }
                }
            }
            for (StepResult step : outcome.steps()) {
                if (step.findMade().isPresent()) {
                    StepOutput made = step.findMade().get();
                    boolean needed = !made.output().equals(OutputNames.MAIN)
                            || outcome.findWait().isPresent();
                    if (needed || task.asking() == Task.Asking.ALL) {
                        handOver(made, handed, bench);
                    }
                }
            }
            if (outcome.findWait().isPresent()) {
                for (KeptText text : outcome.findWait().get().plan().texts()) {
                    handOver(text.stored(), handed, bench);
                }
            }
            for (StepResult step : outcome.steps()) {
                for (PartDocument part : step.parts()) {
                    handOver(part.document(), handed, bench);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException("The output can't be sent", e);
        }
    }

    private void handOver(StepOutput product, Set<String> handed, OutputSink bench) throws IOException {
        Path file = files.get(product.sha256());
        if (file != null && handed.add(product.sha256())) {
            bench.take(new ByteRef(product.sha256(), product.size()), file);
        }
    }
}
