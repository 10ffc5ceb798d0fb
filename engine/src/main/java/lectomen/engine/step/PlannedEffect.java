package lectomen.engine.step;

import java.util.List;
import java.util.Optional;

/** An effect on the world outside that a step asks for. The service records it as an intent, carries it out and proves it. */
public interface PlannedEffect {
    /** The number of the step that asks for it. */
    int step();

    /** The output that it puts somewhere; empty for the original document, or where it puts nothing. */
    Optional<StepOutput> findProduct();

    /** All outputs that it puts somewhere, that one first. */
    default List<StepOutput> products() {
        return findProduct().stream().toList();
    }
}
