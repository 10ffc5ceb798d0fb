package lectomen.service.api;

final class NoSuchTokenException extends RuntimeException {
    private static final long serialVersionUID = 1;

    NoSuchTokenException(long id) {
        super("There is no token " + id + ". List tokens: token list");
    }
}
