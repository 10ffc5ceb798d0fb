package lectomen.engine.step;

import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.approval.Excluded;
import lectomen.engine.approval.Stage;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import org.jspecify.annotations.Nullable;

/**
 * What a step asks people.
 *
 * @param binding the hash of what the answer is about: an answer to something else does not count
 * @param asked the names of the fields in question
 * @param doubts why values can't be taken as they were found
 * @param fields all that were found by then
 * @param why it is asked
 * @param stages who is asked, in order; one for a review
 * @param output that is shown; null for the document as it came in
 * @param again why it is asked again; null for the first time
 */
public record PeopleQuestion(
        Kind kind,
        String binding,
        List<String> asked,
        List<FieldDoubt> doubts,
        List<FieldValue> fields,
        List<Reason> why,
        List<Stage> stages,
        Set<Excluded> excluded,
        @Nullable StepOutput output,
        @Nullable Reason again) {
    /** What people are to do. */
    public enum Kind {
        REVIEW,
        APPROVAL;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Kind> findByCode(String code) {
            return Stream.of(values()).filter(one -> one.code().equals(code)).findFirst();
        }
    }

    public PeopleQuestion {
        asked = List.copyOf(asked);
        doubts = List.copyOf(doubts);
        fields = List.copyOf(fields);
        why = List.copyOf(why);
        stages = List.copyOf(stages);
        excluded = Collections.unmodifiableSet(
                excluded.isEmpty() ? EnumSet.noneOf(Excluded.class) : EnumSet.copyOf(excluded));
    }

    public Optional<StepOutput> findOutput() {
        return Optional.ofNullable(output);
    }

    public Optional<Reason> findAgain() {
        return Optional.ofNullable(again);
    }

    /** The same asked again, with the fields as they are by now. */
    public PeopleQuestion again(Reason reason, List<FieldValue> now) {
        return new PeopleQuestion(kind, binding, asked, doubts, now, why, stages, excluded, output, reason);
    }

    /** What the plan waits for. */
    public StepWait waitFor() {
        String by = String.join(", ", stages.get(0).by());
        return kind == Kind.REVIEW
                ? new StepWait(StepWait.What.REVIEW, null, Reason.of("plan.waits-for-review", "by", by))
                : new StepWait(StepWait.What.APPROVAL, null, Reason.of("plan.waits-for-approval", "by", by));
    }
}
