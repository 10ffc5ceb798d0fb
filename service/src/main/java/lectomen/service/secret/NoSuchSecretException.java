package lectomen.service.secret;

/** There is no secret with that name. */
public final class NoSuchSecretException extends RuntimeException {
    public NoSuchSecretException(String name) {
        super("Unknown secret " + name + ".");
    }
}
