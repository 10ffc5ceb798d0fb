package lectomen.engine.step;

import java.util.List;
import lectomen.engine.extract.FieldValue;

/**
 * What people answered to what a step asked, where the plan goes on with it.
 *
 * @param fields whose values they entered or confirmed
 * @param people who answered, by number; none where the rule decided itself
 */
public record PeopleReply(List<FieldValue> fields, List<Long> people) {
    /** Of a step that had nothing to ask. */
    public static final PeopleReply NOT_ASKED = new PeopleReply(List.of(), List.of());

    public PeopleReply {
        fields = List.copyOf(fields);
        people = List.copyOf(people);
    }
}
