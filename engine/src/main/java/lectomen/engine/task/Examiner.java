package lectomen.engine.task;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.font.FontBook;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.LookupReader;
import lectomen.engine.lookup.LookupRef;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.plan.Candidate;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.Planner;
import lectomen.engine.plan.TextSource;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rulefile.RuleFile;

/**
 * Runs tasks: reads their rules and plans with them. Rules read before are remembered; so is what trials read and made last.
 * Not safe for several threads.
 */
public final class Examiner {
    private static final int REMEMBERED_RULES = 200;
    private static final int REMEMBERED_LOOKUPS = 50;

    /** Hands over the bytes of a document as a file that may be read until the task is done. */
    @FunctionalInterface
    public interface ByteFetch {
        Path fetch(ByteRef ref) throws IOException;
    }

    private final Optional<ResultCache> kept;
    private final FontBook fonts;

    /** One that keeps nothing of documents. */
    public Examiner() {
        this.kept = Optional.empty();
        this.fonts = FontBook.shipped();
    }

    /**
     * @param kept what trials of the same document find again
     * @param fonts for documents that are laid out
     */
    public Examiner(ResultCache kept, FontBook fonts) {
        this.kept = Optional.of(kept);
        this.fonts = fonts;
    }

    private record Written(RuleFile file, Site site) {}

    private final Map<Written, RuleReadResult> readings = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Written, RuleReadResult> eldest) {
            return size() > REMEMBERED_RULES;
        }
    };

    private final Map<String, Lookup> tables = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Lookup> eldest) {
            return size() > REMEMBERED_LOOKUPS;
        }
    };

    /**
     * @param bench where what steps make of the document's bytes is put
     * @throws UncheckedIOException if the document's bytes are needed and can't be had
     */
    public Outcome examine(Task task, ByteFetch bytes, OutputSink bench, Progress.Listener listener) {
        List<Candidate> candidates = new ArrayList<>();
        for (Task.RuleText written : task.rules()) {
            RuleReadResult reading = readings.computeIfAbsent(
                    new Written(written.file(), task.site()), key -> RuleReader.read(key.file(), key.site()));
            if (reading instanceof RuleReadResult.Bad bad) {
                Reason reason = Reason.of(
                        "rule.broken",
                        "rule",
                        written.ref().id(),
                        "problem",
                        bad.problems().get(0).toString());
                return new Outcome(List.of(), Optional.of(written.ref()), List.of(), new Outcome.Ending.Failed(reason));
            }
            RuleDocument rule = ((RuleReadResult.Good) reading).rule();
            candidates.add(new Candidate(written.ref(), rule, Optional.of(written.file())));
        }
        FileFacts facts = new SidecarAsker(bytes).asked(task.facts(), candidates);
        Optional<Outcome> stopped = SidecarAsker.findRefusal(facts, candidates);
        if (stopped.isPresent()) {
            return stopped.get();
        }
        Lookups lookups =
                name -> Optional.ofNullable(task.site().lookups().get(name)).map(ref -> table(ref, bytes));
        Optional<ResultCache> ofTrials = task.asking() == Task.Asking.ALL ? kept : Optional.empty();
        TaskStepWorker workshop = new TaskStepWorker(task, bytes, bench.folder(), listener, ofTrials, fonts);
        makeRoom(ofTrials);
        TextSource text = neededBy -> workshop.read(workshop.original(), ReadingOptions.USUAL, neededBy);
        Outcome outcome =
                switch (task.asking()) {
                    case FIRST_THAT_WANTS -> Planner.plan(candidates, facts, task.site(), text, lookups, workshop);
                    case ALL -> Planner.planTrial(candidates, facts, task.site(), text, lookups, workshop);
                    case CHOSEN -> Planner.planChosen(candidates, facts, task.site(), text, lookups, workshop);
                    case GO_ON ->
                        Planner.goOn(
                                candidates.get(0),
                                Objects.requireNonNull(task.plan(), "a task to go on needs the plan"),
                                facts,
                                task.site(),
                                text,
                                lookups,
                                workshop);
                };
        workshop.handOver(outcome, bench);
        return outcome;
    }

    private static void makeRoom(Optional<ResultCache> kept) {
        try {
            if (kept.isPresent()) {
                kept.get().makeRoom();
            }
        } catch (IOException e) {
            throw new UncheckedIOException("What was kept of earlier trials can't be removed", e);
        }
    }

    private Lookup table(LookupRef ref, ByteFetch bytes) {
        return tables.computeIfAbsent(ref.sha256(), key -> {
            try {
                Path file = bytes.fetch(new ByteRef(ref.sha256(), ref.size()));
                return LookupReader.read(Files.readString(file)).lookup();
            } catch (IOException e) {
                throw new UncheckedIOException("The lookup's bytes are not available", e);
            }
        });
    }
}
