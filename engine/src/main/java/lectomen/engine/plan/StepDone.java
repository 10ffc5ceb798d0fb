package lectomen.engine.plan;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;

/**
 * A step of the plan as it went.
 *
 * @param number counted from 1
 * @param fields found by it
 * @param notes what it did not find but could do without
 * @param failed why the plan ends here; empty when it goes on
 */
public record StepDone(
        int number, String word, int line, List<FieldValue> fields, List<Reason> notes, Optional<Reason> failed) {
    public StepDone {
        fields = List.copyOf(fields);
        notes = List.copyOf(notes);
    }
}
