package lectomen.engine.step.send;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.WhenInDoubt;
import org.jspecify.annotations.Nullable;

/**
 * A document, or its fields alone, to send to another system.
 *
 * @param step the number of the step that sends it
 * @param connection the web connection
 * @param values of the fields that are sent, by name
 * @param fileName of the document; empty where none is sent
 * @param mediaType of the document
 * @param product what is sent; null for the original document, or for none
 * @param statuses that mean that the system has taken it; empty for all from 200 to 299
 */
public record Sending(
        int step,
        String connection,
        SendForm form,
        Map<String, String> values,
        String fileName,
        String mediaType,
        @Nullable StepOutput product,
        List<Integer> statuses,
        WhenInDoubt whenInDoubt)
        implements PlannedEffect {
    private static final int FIRST_GOOD = 200;
    private static final int FIRST_NOT_GOOD = 300;

    public Sending {
        values = Map.copyOf(values);
        statuses = List.copyOf(statuses);
    }

    @Override
    public Optional<StepOutput> findProduct() {
        return Optional.ofNullable(product);
    }

    /** Whether an answer with that status means that the system has taken it. */
    public boolean isTaken(int status) {
        return statuses.isEmpty() ? status >= FIRST_GOOD && status < FIRST_NOT_GOOD : statuses.contains(status);
    }
}
