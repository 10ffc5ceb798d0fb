package lectomen.service.api;

final class NoSuchPersonException extends RuntimeException {
    private static final long serialVersionUID = 1;

    NoSuchPersonException(long id) {
        super("There is no person " + id + ". List people: person list");
    }
}
