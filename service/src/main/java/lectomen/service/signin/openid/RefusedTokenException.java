package lectomen.service.signin.openid;

/** An ID token that proves nothing. */
final class RefusedTokenException extends Exception {
    private final String reason;

    /** @param reason for the ledger: what of it is wrong */
    RefusedTokenException(String reason, Throwable cause) {
        super("The ID token is refused: " + reason, cause);
        this.reason = reason;
    }

    String reason() {
        return reason;
    }
}
