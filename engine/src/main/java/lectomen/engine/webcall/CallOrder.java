package lectomen.engine.webcall;

import java.util.List;
import lectomen.engine.step.WhenInDoubt;

/**
 * Which system a rule tells of its documents, and of what.
 *
 * @param connection its web connection
 * @param values the names of fields and other slots whose values are sent
 */
public record CallOrder(String connection, List<String> values, WhenInDoubt whenInDoubt, int line) {
    public CallOrder {
        values = List.copyOf(values);
    }
}
