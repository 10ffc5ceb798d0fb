package lectomen.engine.step;

import java.time.Instant;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import lectomen.engine.counter.Counter;
import lectomen.engine.evidence.Proof;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import org.jspecify.annotations.Nullable;

/** A plan while its steps run: what is known of the document, and what the steps so far have added. */
public final class StepContext {
    /**
     * What stays the same while the steps run.
     *
     * @param counters of the rule, by name
     * @param sameDocument by which later documents replace earlier ones
     * @param trial whether nothing waits, since it is only to be seen what would happen
     */
    public record Fixed(
            RuleRef rule,
            Map<String, Counter> counters,
            Optional<NamePattern> sameDocument,
            FileFacts facts,
            Site site,
            Lookups lookups,
            StepWorker worker,
            boolean trial) {
        public Fixed {
            counters = Map.copyOf(counters);
        }
    }

    private static final String NAME = "name";

    private record Reading(String sha256, ReadingOptions options) {}

    private final Fixed fixed;
    private final Map<Reading, ReadResult> readings = new HashMap<>();
    private final Map<String, String> slots;
    private final Map<String, StepOutput> outputs = new HashMap<>();
    private Function<String, ReadResult> text;
    private Optional<NamePattern> name = Optional.empty();
    private boolean nameInherited;
    private Optional<StepAddition.Text> textFrom = Optional.empty();
    private Optional<StepWait> earlierWait = Optional.empty();
    private Optional<StepWait> waitBefore = Optional.empty();
    private Optional<SystemAnswer> earlierAnswer = Optional.empty();
    private Optional<StepResult> resultBefore = Optional.empty();
    private final Map<String, FieldValue> fields = new LinkedHashMap<>();
    private final Map<String, FieldDoubt> doubts = new LinkedHashMap<>();
    private boolean doubtsAreSettled;
    private Proof proof = Proof.NONE;
    private int number = 1;
    private String word = "";

    /**
     * @param slots known before the first step
     * @param text of the document as it came in; called with who needs it
     */
    public StepContext(Fixed fixed, Map<String, String> slots, Function<String, ReadResult> text) {
        this.fixed = fixed;
        this.slots = new HashMap<>(slots);
        this.text = text;
    }

    /**
     * Says which step runs now.
     *
     * @param earlier result of the same step that waits, from which the plan goes on with the same inputs
     * @param before the same, whatever its inputs were
     */
    public void begin(int step, String kind, Optional<StepResult> earlier, Optional<StepResult> before) {
        number = step;
        word = kind;
        resultBefore = before;
        waitBefore = before.flatMap(StepResult::findWait);
        earlierWait = earlier.flatMap(StepResult::findWait);
        earlierAnswer = earlier.flatMap(StepResult::findRequest).map(StepAddition.Request::answer);
    }

    /** What the present step waited for before, with the same inputs. */
    public Optional<StepWait> earlierWait() {
        return earlierWait;
    }

    /** What the present step waited for before, even if its inputs have changed since. */
    public Optional<StepWait> waitBefore() {
        return waitBefore;
    }

    /** What the present step gave before, even if its inputs have changed since. */
    public Optional<StepResult> resultBefore() {
        return resultBefore;
    }

    /** Says whether people will settle what the present step can't find. */
    public void settleDoubts(boolean later) {
        doubtsAreSettled = later;
    }

    public boolean doubtsAreSettled() {
        return doubtsAreSettled;
    }

    /** The fields that are known by now, each as it was found or entered last. */
    public List<FieldValue> fields() {
        return List.copyOf(fields.values());
    }

    /** What nobody has settled yet. */
    public List<FieldDoubt> doubts() {
        return List.copyOf(doubts.values());
    }

    /** What people have decided by now. */
    public Proof proof() {
        return proof;
    }

    /** Says which fields are known before the first step. */
    public void inheritFields(List<FieldValue> known) {
        known.forEach(field -> fields.put(field.name(), field));
    }

    /** What another system answered to what the present step sent. */
    public Optional<SystemAnswer> earlierAnswer() {
        return earlierAnswer;
    }

    public boolean isTrial() {
        return fixed.trial();
    }

    /** The time at which the plan is made, or goes on. */
    public Instant now() {
        return facts().more().now().orElse(facts().arrived());
    }

    public RuleRef rule() {
        return fixed.rule();
    }

    public Map<String, Counter> counters() {
        return fixed.counters();
    }

    public Optional<NamePattern> sameDocument() {
        return fixed.sameDocument();
    }

    public FileFacts facts() {
        return fixed.facts();
    }

    public Site site() {
        return fixed.site();
    }

    public Lookups lookups() {
        return fixed.lookups();
    }

    public StepWorker worker() {
        return fixed.worker();
    }

    /** The number of the step that runs now, counted from 1. */
    public int number() {
        return number;
    }

    /** What may stand in braces, by name. */
    public Map<String, String> slots() {
        return Collections.unmodifiableMap(slots);
    }

    /** A pattern filled with what is known by now, for a value rather than a name. */
    public String value(NamePattern pattern) {
        return pattern.value(slots, site().locale());
    }

    /** The document's name as the steps so far have it. */
    public Optional<NamePattern> name() {
        return name;
    }

    /** The file name of the document, with the extension of an output; of the document as it came in for none. */
    public String fileName(Optional<StepOutput> output) {
        String stem = name().map(pattern -> pattern.text(slots, site().locale()))
                .orElseGet(() -> slots.getOrDefault("file name", "document"));
        String ending =
                output.map(made -> made.type().ending()).orElseGet(() -> SlotValues.ending(facts(), site().locale()));
        return ending.isEmpty() ? stem : stem + "." + ending;
    }

    /** The text of the document; read once. @param neededBy for the reason when there is none */
    public ReadResult text(String neededBy) {
        return text.apply(neededBy);
    }

    /** The text of an output; read once. @param neededBy for the reason when there is none */
    public ReadResult read(StepOutput of, ReadingOptions options, String neededBy) {
        return readings.computeIfAbsent(new Reading(of.sha256(), options), key -> worker().read(of, options, neededBy));
    }

    /** What was made under a name; empty for what is still as it came in. */
    public Optional<StepOutput> findOutput(String output) {
        return output.equals(OutputNames.ORIGINAL) ? Optional.empty() : Optional.ofNullable(outputs.get(output));
    }

    /** An output, or the document as it came in where nothing was made under that name. */
    public StepOutput output(String output) {
        return findOutput(output).orElseGet(worker()::original);
    }

    /** Makes a new output, as the present step's whole work. */
    public StepResult make(Step step, OutputNames names, Object settings, StepWorker.Maker maker) {
        return made(step, names, worker().make(output(names.of()), settings, maker));
    }

    private StepResult made(Step step, OutputNames names, StepWorker.Result result) {
        if (result instanceof StepWorker.Result.Failed failed) {
            return failed(step, failed.reason());
        }
        StepWorker.Result.Made made = (StepWorker.Result.Made) result;
        return done(step, new StepAddition.Output(made.product().as(names.as())), made.notes());
    }

    public StepResult done(Step step, StepAddition addition, List<Reason> notes) {
        return result(step, addition, notes, Optional.empty());
    }

    public StepResult failed(Step step, Reason reason) {
        return result(step, null, List.of(), Optional.of(reason));
    }

    /** A result of the step that runs now. */
    public StepResult result(Step step, @Nullable StepAddition addition, List<Reason> notes, Optional<Reason> failed) {
        return new StepResult(number, word, step.line(), addition, notes, failed, 0);
    }

    /** That a pattern of the rule takes too long on this document. */
    public Reason tooSlow(String pattern, int line) {
        return Reason.of("pattern.too-slow", "pattern", pattern, "line", Integer.toString(line), "rule", rule().id());
    }

    /** Makes what a step added known to the steps behind it. */
    public void apply(StepResult result) {
        StepAddition addition = result.addition();
        if (addition instanceof StepAddition.Fields found) {
            found.fields().forEach(this::know);
            found.doubts().forEach(doubt -> doubts.put(doubt.field(), doubt));
        } else if (addition instanceof StepAddition.Answered answered) {
            answered.reply().fields().forEach(this::know);
            proof = answered.reply().people().isEmpty()
                    ? proof
                    : answered.reply().proof();
        } else if (addition instanceof StepAddition.Name named) {
            rename(NamePattern.parse(named.pattern()).pattern().orElseThrow());
        } else if (addition instanceof StepAddition.Output made) {
            outputs.put(made.output().output(), made.output());
        } else if (addition instanceof StepAddition.Text read) {
            StepOutput of = output(read.of());
            textFrom = Optional.of(read);
            text = neededBy -> read(of, read.options(), neededBy);
        }
    }

    private void know(FieldValue field) {
        slots.put(field.name(), field.value());
        fields.put(field.name(), field);
        doubts.remove(field.name());
    }

    /** What the result of a step can depend on, as one text; the same state always gives the same. */
    public String state() {
        Map<String, String> stable = new TreeMap<>(slots);
        stable.remove(SlotValues.TODAY);
        Map<String, String> hashes = new TreeMap<>();
        outputs.forEach((output, made) -> hashes.put(output, made.sha256()));
        return String.join(
                "\n",
                stable.toString(),
                hashes.toString(),
                name.map(NamePattern::source).orElse(""),
                textFrom.map(Object::toString).orElse(""),
                new TreeMap<>(site().lookups()) + (proof.equals(Proof.NONE) ? "" : "\n" + proof));
    }

    /** Says which name the document has that this one was made of; what it was called by then stands in its slot. */
    public void inheritName(NamePattern pattern) {
        name = Optional.of(pattern);
        nameInherited = true;
    }

    /** The slots of a document that is made out of this one, without what is known of any file. */
    public Map<String, String> slotsOfParts() {
        Map<String, String> known = new TreeMap<>(slots);
        known.keySet().removeAll(SlotValues.of(facts(), site()).keySet());
        boundName().ifPresent(bound -> known.put(NAME, bound));
        return known;
    }

    /** A later name may use the one before, as {name}. */
    private void rename(NamePattern pattern) {
        if (!nameInherited) {
            boundName().ifPresent(bound -> slots.put(NAME, bound));
        }
        name = Optional.of(pattern);
        nameInherited = false;
    }

    /** What the document is called by now; empty where that can't be made, which the filing then says with its reason. */
    private Optional<String> boundName() {
        try {
            return name.map(before -> before.text(slots, site().locale()));
        } catch (NotADateException | PatternTooSlow e) {
            return Optional.empty();
        }
    }
}
