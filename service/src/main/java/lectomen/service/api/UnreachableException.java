package lectomen.service.api;

import lectomen.engine.reason.Reason;

/** Something outside the service can't be asked now. */
final class UnreachableException extends RuntimeException {
    private static final long serialVersionUID = 1;

    UnreachableException(Reason reason) {
        super(reason.words());
    }
}
