package lectomen.service.connection;

public final class NoSuchConnectionException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public NoSuchConnectionException(String name) {
        super("Unknown connection " + name + ". List connections: connection list");
    }
}
