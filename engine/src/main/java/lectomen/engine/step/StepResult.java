package lectomen.engine.step;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import org.jspecify.annotations.Nullable;

/**
 * The result of one step of the plan.
 *
 * @param number counted from 1
 * @param addition what it adds to the plan; null for nothing
 * @param notes what it did not find but could do without
 * @param failed why the plan ends here; empty when it goes on
 * @param millis that it took; all else is the same each time
 * @param reused whether an earlier run of the plan had it already
 */
public record StepResult(
        int number,
        String word,
        int line,
        @Nullable StepAddition addition,
        List<Reason> notes,
        Optional<Reason> failed,
        long millis,
        boolean reused) {
    public StepResult {
        notes = List.copyOf(notes);
    }

    /** A result that was not there before. */
    public StepResult(
            int number,
            String word,
            int line,
            @Nullable StepAddition addition,
            List<Reason> notes,
            Optional<Reason> failed,
            long millis) {
        this(number, word, line, addition, notes, failed, millis, false);
    }

    /** The same with the time that it took. */
    public StepResult in(long time) {
        return new StepResult(number, word, line, addition, notes, failed, time, reused);
    }

    /** The same with another addition. */
    public StepResult with(StepAddition other) {
        return new StepResult(number, word, line, other, notes, failed, millis, reused);
    }

    /** The same as an earlier run of the plan had it. */
    public StepResult again() {
        return new StepResult(number, word, line, addition, notes, failed, millis, true);
    }

    /** What it adds to the plan, if it is of that class. */
    private <P extends StepAddition> Optional<P> find(Class<P> type) {
        return Optional.ofNullable(addition).filter(type::isInstance).map(type::cast);
    }

    /** The fields that it found, or that people entered. */
    public List<FieldValue> fields() {
        return find(StepAddition.Fields.class)
                .map(StepAddition.Fields::fields)
                .or(() -> find(StepAddition.Answered.class)
                        .map(answered -> answered.reply().fields()))
                .orElse(List.of());
    }

    /** What people are asked, as long as they have not answered. */
    public Optional<StepAddition.Question> findQuestion() {
        return find(StepAddition.Question.class);
    }

    /** What people answered. */
    public Optional<StepAddition.Answered> findAnswered() {
        return find(StepAddition.Answered.class);
    }

    /** What it made of the document, if that is what it does. */
    public Optional<StepOutput> findMade() {
        return find(StepAddition.Output.class).map(StepAddition.Output::output);
    }

    /** What it waits for. */
    public Optional<StepWait> findWait() {
        if (addition instanceof StepAddition.Parts parts) {
            String count = Integer.toString(parts.documents().size());
            Reason reason = Reason.of("plan.waits-for-children", "count", count);
            return Optional.of(new StepWait(StepWait.What.CHILDREN, null, reason));
        }
        return find(StepAddition.Request.class)
                .map(StepAddition.Request::waitFor)
                .or(() -> find(StepAddition.Question.class).map(StepAddition.Question::waitFor))
                .or(() -> find(StepAddition.Wait.class).map(StepAddition.Wait::waitFor));
    }

    /** The documents that it made for the steps behind it. */
    public List<PartDocument> parts() {
        return find(StepAddition.Parts.class).map(StepAddition.Parts::documents).orElse(List.of());
    }

    /** What it sent to another system and waits for the answer of. */
    public Optional<StepAddition.Request> findRequest() {
        return find(StepAddition.Request.class);
    }

    /** The effect that it asks for. */
    public Optional<PlannedEffect> findEffect() {
        return find(StepAddition.Request.class)
                .map(StepAddition.Request::effect)
                .or(() -> find(StepAddition.Effect.class).map(StepAddition.Effect::effect));
    }
}
