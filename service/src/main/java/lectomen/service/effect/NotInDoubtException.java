package lectomen.service.effect;

public final class NotInDoubtException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public NotInDoubtException(String id, Effect.State state) {
        super("Effect " + id + " is not in doubt: it is " + state.code());
    }
}
