package lectomen.engine.step.send;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import lectomen.engine.step.Step;
import lectomen.engine.step.WhenInDoubt;

/**
 * Sends the document to another system, and waits for its answer.
 *
 * @param connection the web connection
 * @param document the output that is sent; empty for none
 * @param fields the names of fields and other slots whose values are sent
 * @param taken expressions that give fields from the answer, by the names of the fields
 */
public record SendStep(
        String connection,
        Optional<String> document,
        SendForm form,
        List<String> fields,
        Expectation expected,
        Map<String, String> taken,
        WhenInDoubt whenInDoubt,
        int line)
        implements Step {
    /**
     * What the answer must be like.
     *
     * @param statuses empty for all from 200 to 299
     * @param where an expression; empty where nothing is asked of the answer's text
     * @param is what it must give; empty where it must only give something
     */
    public record Expectation(List<Integer> statuses, Optional<String> where, Optional<String> is) {
        public Expectation {
            statuses = List.copyOf(statuses);
        }
    }

    public SendStep {
        fields = List.copyOf(fields);
        taken = new TreeMap<>(taken);
    }

    @Override
    public boolean mayWait() {
        return true;
    }

    @Override
    public Set<String> slots() {
        return new TreeSet<>(fields);
    }
}
