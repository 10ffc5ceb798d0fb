package lectomen.service.work;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.Outcome;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.job.Job;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.workers.Examination;

/**
 * Holds rules against documents that were filed: which fields it would find in them, what it would call them and where it would file
 * them, beside what was. Changes nothing.
 */
public final class FiledComparisons {
    private final Store store;
    private final ByteStore bytes;
    private final Trials trials;
    private final JobResults results;
    private final JobFilings filings;
    private final Sources sources;
    private final Locale locale;

    public FiledComparisons(
            Store store,
            ByteStore bytes,
            Trials trials,
            JobResults results,
            JobFilings filings,
            Sources sources,
            Locale locale) {
        this.store = store;
        this.bytes = bytes;
        this.trials = trials;
        this.results = results;
        this.filings = filings;
        this.sources = sources;
        this.locale = locale;
    }

    /** What can be different. */
    public enum Kind {
        ENDING,
        FIELD,
        NAME,
        FOLDER;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** One thing as it was and as it would be; empty for none. @param what the field, or the output that is filed */
    public record Row(Kind kind, String what, String before, String after) {
        public boolean isSame() {
            return before.equals(after);
        }
    }

    /** @throws NotComparableException if the job was not filed by itself, or its original is gone */
    public List<Row> compare(Job job, Trials.With with) throws IOException {
        ByteRef original = job.original()
                .filter(ref -> bytes.has(ref.sha256()))
                .orElseThrow(() -> new NotComparableException(job.name() + " is no longer kept."));
        List<Filing> before = store.read(db -> filings.filed(db, job));
        if (job.state() != JobState.FILED || before.isEmpty() || job.partOf().isPresent()) {
            throw new NotComparableException(job.name() + " was not filed by itself.");
        }
        Examination examined = trials.of(job, original, sources.findFolder(job.source()), with);
        if (!(examined instanceof Examination.Done done)) {
            return List.of(new Row(Kind.ENDING, "", "filed", "failed: " + why(examined)));
        }
        return rows(results.fields(job), before, done.outcome());
    }

    private static String why(Examination examined) {
        Reason reason = examined instanceof Examination.Refused refused
                ? refused.reason()
                : Reason.of("worker.died", "tries", "1");
        return reason.words();
    }

    private List<Row> rows(List<FieldValue> fieldsBefore, List<Filing> filedBefore, Outcome outcome) {
        List<Row> rows = new ArrayList<>();
        rows.add(new Row(Kind.ENDING, "", "filed", ending(outcome)));
        Map<String, String> before = new TreeMap<>();
        fieldsBefore.forEach(field -> before.put(field.name(), field.value()));
        Map<String, String> after = new TreeMap<>();
        outcome.steps().forEach(step -> step.fields().forEach(field -> after.put(field.name(), field.value())));
        Set<String> names = new LinkedHashSet<>(before.keySet());
        names.addAll(after.keySet());
        names.forEach(name ->
                rows.add(new Row(Kind.FIELD, name, before.getOrDefault(name, ""), after.getOrDefault(name, ""))));
        List<Filing> filedAfter = outcome.isPlanned() ? outcome.effects(Filing.class) : List.of();
        for (int at = 0; at < Math.max(filedBefore.size(), filedAfter.size()); at++) {
            Optional<Filing> was = at < filedBefore.size() ? Optional.of(filedBefore.get(at)) : Optional.empty();
            Optional<Filing> would = at < filedAfter.size() ? Optional.of(filedAfter.get(at)) : Optional.empty();
            Optional<Filing> numbered = would.map(filing -> withNumbersOf(was, filing));
            String output = would.or(() -> was)
                    .flatMap(Filing::findProduct)
                    .map(product -> product.output())
                    .orElse("");
            rows.add(new Row(Kind.NAME, output, name(was), name(numbered)));
            rows.add(new Row(Kind.FOLDER, output, folder(was), folder(numbered)));
        }
        return rows;
    }

    private static String ending(Outcome outcome) {
        if (outcome.ending() instanceof Outcome.Ending.Unmatched unmatched) {
            return "unmatched: " + unmatched.reason().words();
        }
        return outcome.ending() instanceof Outcome.Ending.Failed failed
                ? "failed: " + failed.reason().words()
                : "filed";
    }

    /** With the numbers that the document was given by the same counters. */
    private static Filing withNumbersOf(Optional<Filing> before, Filing filing) {
        Map<String, String> numbers = new HashMap<>();
        for (CounterUse use : filing.counters()) {
            String start = use.counter().text(use.counter().start());
            numbers.put(
                    use.slot(),
                    before.map(was -> was.slots().getOrDefault(use.slot(), start))
                            .orElse(start));
        }
        return filing.with(numbers);
    }

    private String name(Optional<Filing> filing) {
        return filing.map(one -> one.target(locale) instanceof Filing.Target.Place place ? place.name() : "")
                .orElse("");
    }

    private String folder(Optional<Filing> filing) {
        return filing.map(one -> one.target(locale) instanceof Filing.Target.Place place
                        ? String.join("/", withConnection(one, place))
                        : one.connection())
                .orElse("");
    }

    private static List<String> withConnection(Filing filing, Filing.Target.Place place) {
        List<String> levels = new ArrayList<>(List.of(filing.connection()));
        levels.addAll(place.folder());
        return levels;
    }
}
