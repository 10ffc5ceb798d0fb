package lectomen.service.filing;

/** An effect was held or given up between the look that found it due and its turn: nothing may be done for it now. */
final class NoLongerOpenException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    NoLongerOpenException(String effectId) {
        super("Effect " + effectId + " was held or given up");
    }
}
