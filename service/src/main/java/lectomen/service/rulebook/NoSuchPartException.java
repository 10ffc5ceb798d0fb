package lectomen.service.rulebook;

/** There is no shared part with that name. */
public final class NoSuchPartException extends RuntimeException {
    public NoSuchPartException(String name) {
        super("Unknown shared part " + name + ".");
    }
}
