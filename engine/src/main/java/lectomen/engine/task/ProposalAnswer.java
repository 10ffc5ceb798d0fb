package lectomen.engine.task;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;

/**
 * The extractors that a worker proposes for a field.
 *
 * @param reason why it can't be told; all else is empty then
 * @param name for the field
 * @param sure how likely the first way is right on other documents, 0 to 1
 * @param next the example, from 0, in which it would help most to know the value
 * @param unread why an example could not be read; empty for those that could, in their order
 * @param ways the best first
 */
public record ProposalAnswer(
        String id,
        Optional<Reason> reason,
        String name,
        double sure,
        Optional<Integer> next,
        List<Optional<Reason>> unread,
        List<Way> ways) {
    public ProposalAnswer {
        unread = List.copyOf(unread);
        ways = List.copyOf(ways);
    }

    /**
     * One way.
     *
     * @param wording the field as it is written in a rule
     * @param holds whether it gives what was pointed at wherever somebody pointed
     * @param values what it gives on each example, in their order
     */
    public record Way(String wording, boolean holds, List<Optional<FieldValue>> values) {
        public Way {
            values = List.copyOf(values);
        }
    }

    public static ProposalAnswer not(String id, Reason reason) {
        return new ProposalAnswer(id, Optional.of(reason), "", 0, Optional.empty(), List.of(), List.of());
    }
}
