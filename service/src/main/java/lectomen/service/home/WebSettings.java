package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A system that is called over HTTP.
 *
 * @param address that is called, and no other
 * @param secret the name of the secret with the key that calls are signed with; empty for calls without a signature
 * @param signIn how the service signs in there; empty for not at all
 * @param certificate of the authority that vouches for it, in PEM; empty for those that Java knows
 * @param mayBePrivate whether the address may be in a private network, or on this machine
 */
public record WebSettings(
        URI address,
        Optional<String> secret,
        Optional<SignIn> signIn,
        Optional<Path> certificate,
        boolean mayBePrivate) {
    /** How the service signs in. Passwords and tokens are names of secrets. */
    public sealed interface SignIn {
        /** A token (RFC 6750). */
        record Token(String secret) implements SignIn {}

        /** A name and a password (RFC 7617). */
        record Password(String name, String secret) implements SignIn {}

        String secret();
    }

    /** The names of the secrets that it needs. */
    public List<String> secrets() {
        return Stream.concat(secret().stream(), signIn().map(SignIn::secret).stream())
                .toList();
    }
}
