package lectomen.service.home;

import java.nio.file.Path;
import java.util.Optional;

/**
 * A server that mails are sent by.
 *
 * @param from the address that they come from
 * @param certificate of the authority that vouches for it, in PEM; empty for those that Java knows
 * @param signInAs empty to send without signing in
 * @param secret the name of the secret with the password; there is one where somebody signs in
 */
public record MailSettings(
        String host,
        int port,
        Encryption encryption,
        String from,
        Optional<Path> certificate,
        Optional<String> signInAs,
        Optional<String> secret) {
    /** How the talk with the server is kept private. */
    public enum Encryption {
        /** It begins in clear text, and is refused without encryption from then on (RFC 3207). */
        STARTTLS,
        /** From the start (RFC 8314). */
        TLS,
        /** Not at all: for a server on this machine. */
        NONE
    }
}
