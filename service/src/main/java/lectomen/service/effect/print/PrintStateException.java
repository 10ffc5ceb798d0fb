package lectomen.service.effect.print;

/** Something is asked of an item of a print queue that can't be done with it any more, or not yet. */
public final class PrintStateException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public PrintStateException(String message) {
        super(message);
    }
}
