package lectomen.service.destination;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/** The result of filing at a destination. */
public sealed interface PlaceResult {
    /**
     * It is there, and durable.
     *
     * @param place below the root
     * @param answer how it came there, for the receipt
     * @param older where what was there was moved to, below the root
     */
    record Placed(String place, String answer, Optional<String> older) implements PlaceResult {}

    /** The name is taken and the order says not to number it. */
    record Taken(String name, String folder) implements PlaceResult {}

    /** It can't be done now; later it may. */
    record NotNow(Reason reason) implements PlaceResult {}

    /** It can't be done until somebody changes something. */
    record Never(Reason reason) implements PlaceResult {}
}
