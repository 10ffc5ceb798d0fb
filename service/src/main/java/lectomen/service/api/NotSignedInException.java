package lectomen.service.api;

import org.springframework.http.HttpStatus;

/** Signing in failed. */
final class NotSignedInException extends RuntimeException {
    private final HttpStatus status;
    private final String code;

    NotSignedInException(HttpStatus status, String code, String detail) {
        super(detail);
        this.status = status;
        this.code = code;
    }

    HttpStatus status() {
        return status;
    }

    String code() {
        return code;
    }
}
