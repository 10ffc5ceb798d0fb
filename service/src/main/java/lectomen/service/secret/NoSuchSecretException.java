package lectomen.service.secret;

/** There is no secret of that name. */
public final class NoSuchSecretException extends RuntimeException {
    public NoSuchSecretException(String name) {
        super("There is no secret " + name + ".");
    }
}
