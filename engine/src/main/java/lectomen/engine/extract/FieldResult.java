package lectomen.engine.extract;

import lectomen.engine.reason.Reason;

/** The result of finding one field. */
public sealed interface FieldResult {
    record Found(FieldValue value) implements FieldResult {}

    /** @param required whether the document can't go on without it */
    record Missing(String name, boolean required, Reason reason) implements FieldResult {}
}
