package lectomen.engine.step;

import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import org.jspecify.annotations.Nullable;

/**
 * What a step waits for before its plan goes on.
 *
 * @param until when it goes on at the latest; null where time alone lets nothing go on
 * @param reason for people
 */
public record StepWait(What what, @Nullable Instant until, Reason reason) {
    /** What is awaited. */
    public enum What {
        REVIEW,
        APPROVAL,
        TIME,
        PARTNER,
        CHILDREN,
        DESTINATION,
        NUMBER,
        PROGRAM;

        /** How it is stored and shown. */
        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public static StepWait until(Instant time, Reason reason) {
        return new StepWait(What.TIME, time, reason);
    }

    public Optional<Instant> findUntil() {
        return Optional.ofNullable(until);
    }
}
