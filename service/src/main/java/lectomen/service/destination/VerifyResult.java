package lectomen.service.destination;

import lectomen.engine.reason.Reason;

/** What a destination has of something that was filed there. */
public sealed interface VerifyResult {
    /** It is there, byte for byte. */
    record AsFiled() implements VerifyResult {}

    /** Something else is there, or it was changed. */
    record Changed() implements VerifyResult {}

    record Gone() implements VerifyResult {}

    /** It can't be told. */
    record Unknown(Reason reason) implements VerifyResult {}
}
