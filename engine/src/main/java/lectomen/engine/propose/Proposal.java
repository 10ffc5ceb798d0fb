package lectomen.engine.propose;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldValue;

/**
 * A proposed extractor for a field.
 *
 * @param wording the field as it is written in a rule
 * @param values what it gives on each sample, in their order
 * @param right how many of the samples in which somebody said what the value is give just that
 * @param said in how many samples somebody said it
 * @param score by which proposals are ordered, 0 to 1
 */
public record Proposal(
        FieldSpec field, String wording, List<Optional<FieldValue>> values, int right, int said, double score) {
    public Proposal {
        values = List.copyOf(values);
    }

    /** Whether it gives what was pointed at wherever somebody pointed. */
    public boolean holds() {
        return right == said;
    }
}
