package lectomen.engine.step;

import java.util.List;
import java.util.Objects;
import lectomen.engine.evidence.Proof;
import lectomen.engine.extract.FieldValue;
import org.jspecify.annotations.Nullable;

/**
 * What people answered to what a step asked, where the plan goes on with it.
 *
 * @param fields whose values they entered or confirmed
 * @param people who answered, by number; none where the rule decided itself
 * @param proof of all that was decided by then
 */
public record PeopleReply(
        List<FieldValue> fields,
        List<Long> people,
        @Nullable Proof proof) {
    /** Of a step that had nothing to ask. */
    public static final PeopleReply NOT_ASKED = new PeopleReply(List.of(), List.of(), Proof.NONE);

    public PeopleReply {
        fields = List.copyOf(fields);
        people = List.copyOf(people);
    }

    /** Plans that were stored before had none. */
    @Override
    public Proof proof() {
        return Objects.requireNonNullElse(proof, Proof.NONE);
    }
}
