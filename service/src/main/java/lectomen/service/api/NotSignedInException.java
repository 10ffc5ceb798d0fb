package lectomen.service.api;

import lectomen.service.signin.PasswordSignIn;
import org.springframework.http.HttpStatus;

/** Signing in failed. */
final class NotSignedInException extends RuntimeException {
    private static final String WRONG = "not-signed-in";
    private static final int SECONDS_A_MINUTE = 60;

    private final HttpStatus status;
    private final String code;

    NotSignedInException(HttpStatus status, String code, String detail) {
        super(detail);
        this.status = status;
        this.code = code;
    }

    /** @param result any but that it is proven who somebody is */
    static NotSignedInException of(PasswordSignIn.Result result) {
        if (result instanceof PasswordSignIn.Result.LockedOut locked) {
            return tooManyTries(locked.seconds());
        }
        if (result instanceof PasswordSignIn.Result.CodeNeeded) {
            return new NotSignedInException(
                    HttpStatus.UNAUTHORIZED, "code-needed", "Enter the current code from your authenticator app.");
        }
        if (result instanceof PasswordSignIn.Result.Refused refused) {
            return new NotSignedInException(HttpStatus.FORBIDDEN, refused.code(), refused.words());
        }
        if (result instanceof PasswordSignIn.Result.Unreachable) {
            return unreachable();
        }
        return new NotSignedInException(HttpStatus.UNAUTHORIZED, WRONG, "Wrong sign-in name, password or code.");
    }

    static NotSignedInException unreachable() {
        return new NotSignedInException(
                HttpStatus.SERVICE_UNAVAILABLE,
                "sign-in-unreachable",
                "Your organisation's sign-in can't be reached. Try again, or ask an administrator.");
    }

    static NotSignedInException nobody() {
        return new NotSignedInException(
                HttpStatus.UNAUTHORIZED, "sign-in-needed", "This is only for people who are signed in.");
    }

    static NotSignedInException tooManyTries(long seconds) {
        return new NotSignedInException(
                HttpStatus.TOO_MANY_REQUESTS,
                "too-many-tries",
                "Too many failed attempts. Try again in " + (seconds + SECONDS_A_MINUTE - 1) / SECONDS_A_MINUTE
                        + " min.");
    }

    /** Whether the password or the code is wrong. */
    boolean isWrong() {
        return code.equals(WRONG);
    }

    HttpStatus status() {
        return status;
    }

    String code() {
        return code;
    }
}
