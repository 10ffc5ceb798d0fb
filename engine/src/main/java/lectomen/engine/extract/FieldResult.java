package lectomen.engine.extract;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/** The result of finding one field. */
public sealed interface FieldResult {
    record Found(FieldValue value) implements FieldResult {}

    /**
     * @param required whether the document can't go on without it
     * @param seen what stands there but does not do; empty where there is nothing
     */
    record Missing(String name, boolean required, Reason reason, Optional<FieldValue> seen) implements FieldResult {
        /** Nothing was seen. */
        public Missing(String name, boolean required, Reason reason) {
            this(name, required, reason, Optional.empty());
        }

        /** The same where that is one of several values. @param all of them */
        Missing withSeen(String all) {
            return new Missing(name, required, reason, seen.map(value -> value.withValue(all)));
        }
    }
}
