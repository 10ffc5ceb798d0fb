package lectomen.service.effect;

/** An effect was held or cancelled after it was found due and before its turn: it must not be carried out now. */
public final class NoLongerOpenException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    NoLongerOpenException(String effectId) {
        super("Effect " + effectId + " was held or given up");
    }
}
