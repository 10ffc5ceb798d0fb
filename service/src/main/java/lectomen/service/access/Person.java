package lectomen.service.access;

import java.time.Instant;
import java.util.Optional;

/**
 * A person who can sign in.
 *
 * @param name as others see it
 * @param signIn what they type to sign in, in lower case
 * @param delegate the id of the person who does their work while they are away
 * @param awayUntil when they are back
 * @param disabledAt since when they can't sign in any more
 */
public record Person(
        long id,
        String name,
        String signIn,
        Optional<Long> delegate,
        Optional<Instant> awayUntil,
        Optional<Instant> disabledAt) {
    /** What the ledger calls the person. */
    public String principal() {
        return "person " + id;
    }
}
