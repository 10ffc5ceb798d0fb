package lectomen.engine.task;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.ConversionResult;
import lectomen.engine.convert.Converter;
import lectomen.engine.convert.DocumentPreparer;
import lectomen.engine.convert.PictureResizer;
import lectomen.engine.convert.SourceDocument;
import lectomen.engine.font.FontBook;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.ReadResult;
import lectomen.engine.plan.Filing;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.StepOutput;
import lectomen.engine.plan.StepResult;
import lectomen.engine.plan.StepWorker;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.progress.Progress;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Step;

/** Runs the steps of one task's document. What is made lies in a folder until the task is done. */
final class TaskStepWorker implements StepWorker {
    private final Task task;
    private final Examiner.ByteFetch bytes;
    private final Path folder;
    private final Progress.Listener listener;
    private final Optional<ResultCache> kept;
    private final FontBook fonts;
    private final Map<String, Path> files = new HashMap<>();

    /** What was read last of each product, by its hash. */
    private final Map<String, DocumentText> texts = new HashMap<>();

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
                Step.Acting.ORIGINAL,
                task.document().sha256(),
                task.document().size(),
                task.facts().type());
    }

    @Override
    public Result prepare(StepOutput of, Preparation wanted) {
        return made(of, wanted, source -> new DocumentPreparer(folder, listener).prepare(source, wanted));
    }

    @Override
    public Result convert(StepOutput of, Conversion wanted) {
        return made(of, wanted, source -> {
            StepOutput original = original();
            SourceDocument asItCame = new SourceDocument(
                    file(original), original.type(), task.facts().name());
            Optional<DocumentText> text = Optional.ofNullable(texts.get(of.sha256()));
            return new Converter(folder, asItCame, task.facts().arrived(), listener)
                    .knowing(text)
                    .with(fonts)
                    .convert(source, wanted);
        });
    }

    @Override
    public Result resize(StepOutput of, PictureResizer.Wanted wanted) {
        return made(of, wanted, source -> new PictureResizer(folder, listener).resize(source, wanted));
    }

    @Override
    public ReadResult read(StepOutput of, ReadingOptions wish, String neededBy) {
        Optional<DocumentText> known = kept.flatMap(results -> results.findText(of.sha256(), of.type(), wish));
        if (known.isPresent()) {
            texts.put(of.sha256(), known.get());
            return new ReadResult.Read(known.get());
        }
        try {
            ReadResult reading = new DocumentReader(fonts).read(file(of), of.type(), wish, neededBy, listener);
            if (reading instanceof ReadResult.Read read) {
                texts.put(of.sha256(), read.text());
                kept.ifPresent(results -> results.keepText(of.sha256(), of.type(), wish, read.text()));
            }
            return reading;
        } catch (IOException e) {
            throw new UncheckedIOException("The document's bytes are not available", e);
        }
    }

    @FunctionalInterface
    private interface Work {
        ConversionResult on(SourceDocument source) throws IOException;
    }

    private Result made(StepOutput of, Object wanted, Work work) {
        String name = task.facts().name();
        Optional<ResultCache.Kept> before = kept.flatMap(results -> results.findMade(of.sha256(), name, wanted));
        if (before.isPresent()) {
            files.put(before.get().product().sha256(), before.get().file());
            return new Result.Made(before.get().product(), before.get().notes());
        }
        try {
            ConversionResult made =
                    work.on(new SourceDocument(file(of), of.type(), task.facts().name()));
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
            StepOutput product = new StepOutput("", hash(file), Files.size(file), result.type());
            if (kept.isPresent()) {
                ResultCache.Kept now = kept.get().keepMade(of.sha256(), name, wanted, product, result.notes(), file);
                files.put(product.sha256(), now.file());
            } else {
                files.put(product.sha256(), file);
            }
            return new Result.Made(product, result.notes());
        } catch (IOException e) {
            throw new UncheckedIOException("The document can't be read, or the output can't be written", e);
        }
    }

    private Path file(StepOutput of) throws IOException {
        Path made = files.get(of.sha256());
        if (made != null) {
            return made;
        }
        Path document = bytes.fetch(task.document());
        files.put(task.document().sha256(), document);
        return document;
    }

    private static String hash(Path file) throws IOException {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
                in.transferTo(OutputStream.nullOutputStream());
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }

    /**
     * Hands over what goes on from here: what is filed, and outputs with a name of their own. A trial shows the others too;
     * they were only steps on the way else.
     */
    void handOver(Outcome outcome, OutputSink bench) {
        Set<String> handed = new HashSet<>();
        handed.add(task.document().sha256());
        try {
            if (outcome.ending() instanceof Outcome.Ending.Planned planned) {
                for (Filing filing : planned.filings()) {
                    if (filing.findProduct().isPresent()) {
                        handOver(filing.findProduct().get(), handed, bench);
                    }
                }
            }
            for (StepResult step : outcome.steps()) {
                if (step.findMade().isPresent()) {
                    StepOutput made = step.findMade().get();
                    boolean named = !made.output().equals(Step.Acting.MAIN);
                    if (named || task.asking() == Task.Asking.ALL) {
                        handOver(made, handed, bench);
                    }
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
