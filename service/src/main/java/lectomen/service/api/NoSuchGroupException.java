package lectomen.service.api;

final class NoSuchGroupException extends RuntimeException {
    private static final long serialVersionUID = 1;

    NoSuchGroupException(String name) {
        super("There is no group " + name + ". List groups: group list");
    }
}
