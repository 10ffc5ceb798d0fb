package lectomen.engine.extract;

import lectomen.engine.reason.Reason;

/** What came of looking for one field. */
public sealed interface FieldResult {
    record Found(FieldValue value) implements FieldResult {}

    /** @param required whether the document can't go on without it */
    record Missing(String name, boolean required, Reason reason) implements FieldResult {}
}
