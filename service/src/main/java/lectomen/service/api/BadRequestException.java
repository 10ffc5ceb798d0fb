package lectomen.service.api;

/** A request with invalid parameters. */
final class BadRequestException extends RuntimeException {
    private final String parameter;

    BadRequestException(String parameter, String detail) {
        super(detail);
        this.parameter = parameter;
    }

    String parameter() {
        return parameter;
    }
}
