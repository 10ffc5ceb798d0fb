package lectomen.service.effect;

public final class NoSuchEffectException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public NoSuchEffectException(String id) {
        super("There is no effect " + id + ". job show lists those of a job");
    }
}
