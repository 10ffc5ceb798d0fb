package lectomen.service.effect;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/** How much may be sent on a connection. Safe for several threads. */
public interface ConnectionLimits {
    /** How many effects may be under way at once. */
    int atOnce(String connection);

    /** Why nothing is sent for now. */
    Optional<Reason> findPause(String connection);
}
