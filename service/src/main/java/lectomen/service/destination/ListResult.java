package lectomen.service.destination;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;

/** The contents of a folder of a destination. */
public sealed interface ListResult {
    /** @param more whether there is more than was asked for */
    record Listed(List<Entry> entries, boolean more) implements ListResult {
        public Listed {
            entries = List.copyOf(entries);
        }
    }

    /** There is no such folder. */
    record NotThere() implements ListResult {}

    /** It can't be told. */
    record Unknown(Reason reason) implements ListResult {}

    /** @param size in bytes; 0 for a folder */
    record Entry(String name, boolean folder, long size, Optional<Instant> changedAt) {}
}
