package lectomen.engine.plan;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import org.jspecify.annotations.Nullable;

/**
 * A step of the plan as it went.
 *
 * @param number counted from 1
 * @param fields found by it
 * @param notes what it did not find but could do without
 * @param failed why the plan ends here; empty when it goes on
 * @param made what it made of the document, if that is what it does
 */
public record StepDone(
        int number,
        String word,
        int line,
        List<FieldValue> fields,
        List<Reason> notes,
        Optional<Reason> failed,
        @Nullable Product made) {
    public StepDone {
        fields = List.copyOf(fields);
        notes = List.copyOf(notes);
    }

    /** A step that makes nothing of the document's bytes. */
    public StepDone(
            int number, String word, int line, List<FieldValue> fields, List<Reason> notes, Optional<Reason> failed) {
        this(number, word, line, fields, notes, failed, null);
    }

    /** What it made of the document, if that is what it does. */
    public Optional<Product> findMade() {
        return Optional.ofNullable(made);
    }
}
