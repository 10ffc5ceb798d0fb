package lectomen.service.access;

/** What was typed for a new person can't be taken. */
public final class BadPersonException extends RuntimeException {
    private final String field;

    BadPersonException(String field, String message) {
        super(message);
        this.field = field;
    }

    /** Which part: name, signIn or password. */
    public String field() {
        return field;
    }
}
