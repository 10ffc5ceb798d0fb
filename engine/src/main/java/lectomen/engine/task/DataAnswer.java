package lectomen.engine.task;

import java.util.List;
import java.util.Optional;
import lectomen.engine.data.DataValue;
import lectomen.engine.reason.Reason;

/**
 * The values that expressions return for a data file.
 *
 * @param reason why it can't be told; there are no hits then
 */
public record DataAnswer(String id, Optional<Reason> reason, List<DataValue> hits) {
    public DataAnswer {
        hits = List.copyOf(hits);
    }
}
