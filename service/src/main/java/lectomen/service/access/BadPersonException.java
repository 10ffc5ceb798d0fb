package lectomen.service.access;

/** The details of a new account are invalid. */
public final class BadPersonException extends RuntimeException {
    private final String field;

    public BadPersonException(String field, String message) {
        super(message);
        this.field = field;
    }

    /** Which part: name, signIn or password. */
    public String field() {
        return field;
    }
}
