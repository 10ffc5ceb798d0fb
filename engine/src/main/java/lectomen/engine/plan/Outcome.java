package lectomen.engine.plan;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;

/**
 * The planned result for one document, and why.
 *
 * @param considered every rule that was asked, in order, up to the one that takes it
 * @param rule the one that takes it, or the only one that might have if the document could be read
 * @param steps as far as they went
 */
public record Outcome(List<RuleEvaluation> considered, Optional<RuleRef> rule, List<StepResult> steps, Ending ending) {
    public Outcome {
        considered = List.copyOf(considered);
        steps = List.copyOf(steps);
    }

    /** The effects that its steps ask for, in order; not those of steps that an earlier run of the plan had. */
    public List<PlannedEffect> effects() {
        return steps.stream()
                .filter(step -> !step.reused())
                .flatMap(step -> step.findEffect().stream())
                .toList();
    }

    /** Those of one class. */
    public <E extends PlannedEffect> List<E> effects(Class<E> type) {
        return effects().stream().filter(type::isInstance).map(type::cast).toList();
    }

    /** Whether all steps went well. */
    public boolean isPlanned() {
        return ending instanceof Ending.Planned;
    }

    /** What it waits for, and from where it goes on. */
    public Optional<Ending.Waits> findWait() {
        return ending instanceof Ending.Waits waits ? Optional.of(waits) : Optional.empty();
    }

    /** Whether the effects that its steps ask for are to be carried out. */
    public boolean goesWell() {
        return isPlanned() || findWait().isPresent();
    }

    /** How the plan ends. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "is")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Ending.Planned.class, name = "planned"),
        @JsonSubTypes.Type(value = Ending.Waits.class, name = "waits"),
        @JsonSubTypes.Type(value = Ending.Unmatched.class, name = "unmatched"),
        @JsonSubTypes.Type(value = Ending.Failed.class, name = "failed")
    })
    public sealed interface Ending {
        /** All steps went well; their effects remain to be carried out, in order. */
        record Planned() implements Ending {}

        /** A step waits; the effects of those before it remain to be carried out. */
        record Waits(StepWait waitFor, PlanRecord plan) implements Ending {}

        /** No rule matches the document. */
        record Unmatched(Reason reason) implements Ending {}

        /** It can't go on. */
        record Failed(Reason reason) implements Ending {}
    }
}
