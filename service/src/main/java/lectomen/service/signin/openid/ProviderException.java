package lectomen.service.signin.openid;

/** The provider can't be reached, or does not answer as OpenID Connect says. */
public final class ProviderException extends RuntimeException {
    ProviderException(String message, Throwable cause) {
        super(message, cause);
    }

    ProviderException(String message) {
        super(message);
    }
}
