package lectomen.engine.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.rule.AllSteps;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.Step;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWorker;
import lectomen.engine.step.convert.ConvertStep;
import lectomen.engine.step.file.FileStep;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.name.NameStep;

/** Where a plan that waits will file its document, as far as the values that are known by then tell. */
public final class ForeseenFilings {
    private ForeseenFilings() {}

    /**
     * A filing to come.
     *
     * @param place below the connection, with its name; why there is none where that can't be told
     * @param documentKey by which it takes the place of what an earlier document filed; empty for none
     */
    public record Foreseen(String connection, String place, Optional<String> documentKey) {}

    /** @param entered values that replace those of the plan */
    public static List<Foreseen> of(
            RuleDocument rule, PlanRecord plan, List<FieldValue> entered, FileFacts facts, Site site, Lookups lookups) {
        StepContext.Fixed fixed = new StepContext.Fixed(
                plan.rule(), rule.counters(), rule.sameDocument(), facts, site, lookups, StepWorker.NONE, true);
        Map<String, String> slots = new HashMap<>(AnswerSlots.of(rule, facts, site, Map.of()));
        slots.putAll(plan.slots());
        entered.forEach(field -> slots.put(field.name(), field.value()));
        StepContext context = new StepContext(fixed, slots, neededBy -> {
            throw new IllegalStateException("Nothing is read to foresee a filing");
        });
        Optional.ofNullable(plan.name())
                .flatMap(name -> NamePattern.parse(name).pattern())
                .ifPresent(context::inheritName);
        plan.steps().forEach(ran -> ran.result().findMade().ifPresent(made -> context.apply(ran.result())));
        List<Foreseen> foreseen = new ArrayList<>();
        int at = plan.cursor().get(plan.cursor().size() - 1);
        for (int number = at + 1; number <= rule.steps().size(); number++) {
            Step step = rule.steps().get(number - 1);
            context.begin(number, AllSteps.KINDS.word(step), Optional.empty(), Optional.empty());
            if (step instanceof ConvertStep convert) {
                context.apply(converted(convert, context));
            } else if (step instanceof NameStep) {
                context.apply(AllSteps.KINDS.run(step, context));
            } else if (step instanceof FileStep file) {
                foreseen.add(foreseen(file, context, site));
            }
        }
        return foreseen;
    }

    private static Foreseen foreseen(FileStep file, StepContext context, Site site) {
        StepResult result;
        try {
            result = AllSteps.KINDS.run(file, context);
        } catch (NotADateException e) {
            return new Foreseen(file.connection(), "{" + e.slot() + "} is no date", Optional.empty());
        }
        if (result.failed().isPresent()) {
            return new Foreseen(file.connection(), result.failed().get().words(), Optional.empty());
        }
        Filing filing = (Filing) result.findEffect().orElseThrow();
        Filing.Target target = filing.withAnyNumbers().target(site.locale());
        String place = target instanceof Filing.Target.Place found
                ? found.shown()
                : ((Filing.Target.Impossible) target).reason().words();
        return new Foreseen(file.connection(), place, filing.findDocumentKey());
    }

    /** What a conversion will make, by its type. */
    private static StepResult converted(ConvertStep convert, StepContext context) {
        StepOutput made = new StepOutput(
                convert.outputs().as(),
                OutputNames.MAIN,
                0,
                convert.settings().form().type());
        return context.done(convert, new StepAddition.Output(made), List.of());
    }
}
