package lectomen.service.secret;

/** There is no secret of that name. */
public final class NoSuchSecretException extends RuntimeException {
    public NoSuchSecretException(String name) {
        super("Unknown secret " + name + ".");
    }
}
