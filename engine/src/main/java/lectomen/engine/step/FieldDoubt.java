package lectomen.engine.step;

import lectomen.engine.reason.Reason;

/** Why a field's value can't be taken as it was found: it failed its check, or there is none. */
public record FieldDoubt(String field, Reason reason) {}
