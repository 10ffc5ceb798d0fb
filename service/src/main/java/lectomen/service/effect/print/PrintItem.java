package lectomen.service.effect.print;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.print.Printing;
import lectomen.engine.task.ByteRef;

/**
 * A document in a print queue.
 *
 * @param effect the effect that prints it
 * @param printing what its step asked for
 * @param bytes that are printed
 * @param changes what somebody changed of its ticket
 * @param reason why it waits or what became of it, where that is known
 * @param place its job at the printer, where it has one
 * @param heldBy the principal who holds it; empty for its rule or its queue
 * @param sheets that it takes; 0 where that is not known
 */
public record PrintItem(
        String effect,
        String job,
        Optional<String> rule,
        long source,
        String queue,
        State state,
        Printing printing,
        ByteRef bytes,
        Map<String, String> changes,
        Optional<Reason> reason,
        Optional<String> place,
        Optional<String> heldBy,
        int pages,
        int copies,
        int sheets,
        Instant askedAt,
        Optional<Instant> endedAt) {
    public PrintItem {
        changes = new TreeMap<>(changes);
    }

    /** Where it is on its way. */
    public enum State {
        HELD,
        /** For its turn. */
        WAITING,
        PRINTING,
        IN_DOUBT,
        PRINTED,
        /** Cancelled, or refused by the printer. */
        NOT_PRINTED;

        /** Whether it has not been begun. */
        public boolean isHere() {
            return this == HELD || this == WAITING;
        }
    }
}
