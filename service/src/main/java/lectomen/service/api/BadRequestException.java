package lectomen.service.api;

/** A call whose own words are wrong. */
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
