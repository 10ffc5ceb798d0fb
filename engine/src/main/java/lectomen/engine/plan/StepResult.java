package lectomen.engine.plan;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import org.jspecify.annotations.Nullable;

/**
 * The result of one step of the plan.
 *
 * @param number counted from 1
 * @param fields found by it
 * @param notes what it did not find but could do without
 * @param failed why the plan ends here; empty when it goes on
 * @param made what it made of the document, if that is what it does
 * @param millis that it took; all else is the same each time
 */
public record StepResult(
        int number,
        String word,
        int line,
        List<FieldValue> fields,
        List<Reason> notes,
        Optional<Reason> failed,
        @Nullable StepOutput made,
        long millis) {
    public StepResult {
        fields = List.copyOf(fields);
        notes = List.copyOf(notes);
    }

    public StepResult(
            int number,
            String word,
            int line,
            List<FieldValue> fields,
            List<Reason> notes,
            Optional<Reason> failed,
            @Nullable StepOutput made) {
        this(number, word, line, fields, notes, failed, made, 0);
    }

    /** The same with the time that it took. */
    StepResult in(long time) {
        return new StepResult(number, word, line, fields, notes, failed, made, time);
    }

    /** A step that makes nothing of the document's bytes. */
    public StepResult(
            int number, String word, int line, List<FieldValue> fields, List<Reason> notes, Optional<Reason> failed) {
        this(number, word, line, fields, notes, failed, null);
    }

    /** What it made of the document, if that is what it does. */
    public Optional<StepOutput> findMade() {
        return Optional.ofNullable(made);
    }
}
