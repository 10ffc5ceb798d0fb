package lectomen.service.filing;

/** An effect was held or cancelled after it was found due and before its turn: it must not be carried out now. */
final class NoLongerOpenException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    NoLongerOpenException(String effectId) {
        super("Effect " + effectId + " was held or given up");
    }
}
