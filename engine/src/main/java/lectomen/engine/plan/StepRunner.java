package lectomen.engine.plan;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.AllSteps;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.step.Step;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;

/**
 * Runs the steps of the matching rule, up to the end, to the first that fails, or to one that waits. A plan that goes on takes over
 * the results that it has, as long as what they depend on is the same.
 */
final class StepRunner {
    private final Candidate candidate;
    private final StepContext context;
    private final PlanRecord.Start start;
    private final Optional<PlanRecord> before;
    private final List<StepResult> done = new ArrayList<>();
    private final List<PlanRecord.RanStep> ran = new ArrayList<>();

    /**
     * @param start what is known besides what the context knows already
     * @param before the plan that goes on
     */
    StepRunner(Candidate candidate, StepContext context, PlanRecord.Start start, Optional<PlanRecord> before) {
        this.candidate = candidate;
        this.context = context;
        this.start = start;
        this.before = before;
    }

    Outcome run(List<RuleEvaluation> considered) {
        List<Step> steps = candidate.rule().steps();
        boolean mayWait = steps.stream().anyMatch(Step::mayWait);
        for (int number = start.step(); number <= steps.size(); number++) {
            Step step = steps.get(number - 1);
            String inputs = mayWait ? inputs(number) : "";
            StepResult result = result(number, step, inputs);
            done.add(result);
            ran.add(new PlanRecord.RanStep(result, inputs));
            if (result.failed().isPresent()) {
                return outcome(
                        considered, new Outcome.Ending.Failed(result.failed().get()));
            }
            Optional<StepWait> wait = result.findWait();
            if (wait.isPresent()) {
                return outcome(considered, new Outcome.Ending.Waits(wait.get(), record(number)));
            }
            context.apply(result);
        }
        return outcome(considered, new Outcome.Ending.Planned());
    }

    private Outcome outcome(List<RuleEvaluation> considered, Outcome.Ending ending) {
        return new Outcome(considered, Optional.of(candidate.ref()), done, ending);
    }

    private PlanRecord record(int step) {
        List<Integer> cursor = new ArrayList<>(start.path());
        cursor.add(step);
        String name = context.name().map(NamePattern::source).orElse(null);
        return new PlanRecord(
                PlanRecord.FORM,
                candidate.ref(),
                cursor,
                start,
                context.slotsOfParts(),
                unbound(step),
                name,
                context.worker().keepTexts(),
                ran);
    }

    /** What the steps behind a step name in braces and nothing has given a value so far. */
    private List<String> unbound(int step) {
        Set<String> named = new TreeSet<>();
        context.name().ifPresent(name -> named.addAll(name.slots()));
        candidate.rule().steps().stream().skip(step).forEach(behind -> named.addAll(behind.slots()));
        named.removeAll(context.slots().keySet());
        named.removeAll(candidate.rule().counters().keySet());
        return List.copyOf(named);
    }

    private StepResult result(int number, Step step, String inputs) {
        Optional<PlanRecord.RanStep> ran = before.flatMap(plan -> plan.findRan(number));
        Optional<StepResult> earlier =
                ran.filter(one -> one.inputs().equals(inputs)).map(PlanRecord.RanStep::result);
        if (earlier.isPresent() && earlier.get().findWait().isEmpty()) {
            return earlier.get().again();
        }
        long began = System.nanoTime();
        context.begin(number, AllSteps.KINDS.word(step), earlier, ran.map(PlanRecord.RanStep::result));
        context.settleDoubts(settlesDoubtsBehind(number));
        return run(step).in(Duration.ofNanos(System.nanoTime() - began).toMillis());
    }

    /** Whether people settle what a step can't find, before anything is done with the document. */
    private boolean settlesDoubtsBehind(int number) {
        List<Step> steps = candidate.rule().steps();
        return steps.stream()
                .skip(number)
                .takeWhile(step -> !AllSteps.KINDS.hasEffects(step))
                .anyMatch(Step::settlesDoubts);
    }

    private StepResult run(Step step) {
        try {
            return AllSteps.KINDS.run(step, context);
        } catch (NotADateException e) {
            return context.failed(step, Reason.of("slot.not-a-date", "slot", e.slot(), "value", e.value()));
        } catch (PatternTooSlow e) {
            return context.failed(step, context.tooSlow(e.pattern(), step.line()));
        }
    }

    /** The hash of what the result of a step depends on. */
    private String inputs(int number) {
        String all = String.join(
                "\n",
                candidate.file().map(RuleFile::text).orElse(""),
                candidate
                        .file()
                        .map(file -> new TreeMap<>(file.parts()).toString())
                        .orElse(""),
                Integer.toString(number),
                context.worker().original().sha256(),
                context.state());
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }
}
