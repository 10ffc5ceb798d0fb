package lectomen.engine.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.KeptText;
import lectomen.engine.step.PartDocument;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.PeopleReply;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;
import lectomen.engine.step.SystemAnswer;
import org.jspecify.annotations.Nullable;

/**
 * A plan that waits, or that begins in the middle of a rule: all that any worker needs to go on from there, whatever became of the
 * service and of the rule since.
 *
 * @param form of this record; later forms of the service read earlier ones
 * @param rule the version whose steps it runs
 * @param cursor where it goes on, as a path: the number of the step; for a part of a document, the path of the step that made it
 *     and the number of the part before that
 * @param start what was known before its first step
 * @param slots bound by then, besides what is known of any file
 * @param unbound slots that the steps behind use and that have no value by then
 * @param name the name pattern by then; null for none
 * @param texts that were recognised by then
 * @param steps that ran, each with what its result depends on
 */
public record PlanRecord(
        int form,
        RuleRef rule,
        List<Integer> cursor,
        Start start,
        Map<String, String> slots,
        @Nullable List<String> unbound,
        @Nullable String name,
        @Nullable List<KeptText> texts,
        List<RanStep> steps) {
    /** The form that is written. The first had neither unbound slots nor texts, the second no requests, the third no questions, the
     * fourth no proofs. */
    public static final int FORM = 5;

    public PlanRecord {
        cursor = List.copyOf(cursor);
        slots = Map.copyOf(slots);
        unbound = unbound == null ? List.of() : List.copyOf(unbound);
        texts = texts == null ? List.of() : List.copyOf(texts);
        steps = List.copyOf(steps);
    }

    @Override
    public List<String> unbound() {
        return Objects.requireNonNullElse(unbound, List.of());
    }

    @Override
    public List<KeptText> texts() {
        return Objects.requireNonNullElse(texts, List.of());
    }

    /**
     * What is known before the first step, besides what is known of any file.
     *
     * @param step the number of the first step
     * @param slots values by name
     * @param name the name pattern that an earlier step chose; null for none
     * @param fields that were found before
     * @param path of the cursor above this plan; empty for a document that was not made out of another
     */
    public record Start(
            int step, Map<String, String> slots, @Nullable String name, List<FieldValue> fields, List<Integer> path) {
        /** For a plan from the first step of its rule. */
        public static final Start FIRST = new Start(1, Map.of(), null, List.of(), List.of());

        public Start {
            slots = Map.copyOf(slots);
            fields = List.copyOf(fields);
            path = List.copyOf(path);
        }
    }

    /** @param inputs the hash of what its result depends on; the step runs again only where that is another one */
    public record RanStep(StepResult result, String inputs) {}

    /** The same, waiting only until then; one that waits for no time is as it was. */
    public PlanRecord until(Instant time) {
        if (findWait().flatMap(StepWait::findUntil).isEmpty()) {
            return this;
        }
        StepWait wait = findWait().orElseThrow();
        return endingWith(new StepAddition.Wait(new StepWait(wait.what(), time, wait.reason())));
    }

    /** What it sent to another system and waits for the answer of. */
    public Optional<PlannedEffect> findRequest() {
        return steps.isEmpty()
                ? Optional.empty()
                : steps.get(steps.size() - 1).result().findRequest().map(StepAddition.Request::effect);
    }

    /** The same with the answer that it waits for. */
    public PlanRecord answered(SystemAnswer answer) {
        StepAddition.Request request =
                steps.get(steps.size() - 1).result().findRequest().orElseThrow();
        return endingWith(new StepAddition.Request(request.effect(), request.waitFor(), answer));
    }

    /** What it asks people, and waits for the answer of. */
    public Optional<PeopleQuestion> findQuestion() {
        return steps.isEmpty()
                ? Optional.empty()
                : steps.get(steps.size() - 1).result().findQuestion().map(StepAddition.Question::question);
    }

    /** The same with the reply that it waits for. */
    public PlanRecord answered(PeopleReply reply) {
        StepAddition.Question asked =
                steps.get(steps.size() - 1).result().findQuestion().orElseThrow();
        return endingWith(new StepAddition.Question(asked.question(), asked.waitFor(), reply));
    }

    /** The same without the reply that it was given, so that it waits for one again. */
    public PlanRecord unanswered() {
        StepAddition.Question asked =
                steps.get(steps.size() - 1).result().findQuestion().orElseThrow();
        return endingWith(new StepAddition.Question(asked.question(), asked.waitFor(), null));
    }

    /**
     * The same gone back to the review before, which asks again.
     *
     * @param why it asks again
     * @return empty where there was none
     */
    public Optional<PlanRecord> backToReview(Reason why) {
        for (int at = steps.size() - 2; at >= 0; at--) {
            Optional<StepAddition.Answered> answered = steps.get(at)
                    .result()
                    .findAnswered()
                    .filter(one -> one.question().kind() == PeopleQuestion.Kind.REVIEW);
            if (answered.isPresent()) {
                PeopleQuestion before = answered.get().question();
                Map<String, FieldValue> now = new LinkedHashMap<>();
                before.fields().forEach(field -> now.put(field.name(), field));
                answered.get().reply().fields().forEach(field -> now.put(field.name(), field));
                PeopleQuestion again = before.again(why, List.copyOf(now.values()));
                List<Integer> back = new ArrayList<>(start.path());
                back.add(steps.get(at).result().number());
                PlanRecord sooner =
                        new PlanRecord(FORM, rule, back, start, slots, unbound, name, texts, steps.subList(0, at + 1));
                return Optional.of(sooner.endingWith(new StepAddition.Question(again, again.waitFor(), null)));
            }
        }
        return Optional.empty();
    }

    /** The same with another result of its last step. */
    private PlanRecord endingWith(StepAddition addition) {
        List<RanStep> ran = new ArrayList<>(steps);
        RanStep last = ran.remove(ran.size() - 1);
        ran.add(new RanStep(last.result().with(addition), last.inputs()));
        return new PlanRecord(FORM, rule, cursor, start, slots, unbound, name, texts, ran);
    }

    /** What it waits for; empty where it goes on. */
    public Optional<StepWait> findWait() {
        return steps.isEmpty()
                ? Optional.empty()
                : steps.get(steps.size() - 1).result().findWait();
    }

    /** The same before any step of it ran. */
    public PlanRecord fromStart() {
        List<Integer> first = new ArrayList<>(start.path());
        first.add(start.step());
        return new PlanRecord(FORM, rule, first, start, start.slots(), List.of(), start.name(), texts, List.of());
    }

    /** The documents that the plan waits for; none where it waits for something else. */
    public List<PartDocument> parts() {
        return steps.isEmpty()
                ? List.of()
                : steps.get(steps.size() - 1).result().parts();
    }

    /** The plan of a document that its last step made: the steps behind, with what is known by now. */
    public PlanRecord ofPart(PartDocument part) {
        List<Integer> path = new ArrayList<>(cursor);
        path.add(part.number());
        int next = cursor.get(cursor.size() - 1) + 1;
        Map<String, String> known = new HashMap<>(slots);
        known.putAll(part.slots());
        List<FieldValue> fields = new ArrayList<>(start.fields());
        steps.forEach(ran -> fields.addAll(ran.result().fields()));
        List<Integer> first = new ArrayList<>(path);
        first.add(next);
        Start from = new Start(next, known, name, fields, path);
        return new PlanRecord(FORM, rule, first, from, known, List.of(), name, List.of(), List.of());
    }

    Optional<RanStep> findRan(int step) {
        return steps.stream().filter(ran -> ran.result().number() == step).findFirst();
    }
}
