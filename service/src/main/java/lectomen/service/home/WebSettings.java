package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A system that is called over HTTP.
 *
 * @param address that is called, and no other
 * @param secret the name of the secret with the key that calls are signed with; empty for calls without a signature
 * @param certificate of the authority that vouches for it, in PEM; empty for those that Java knows
 * @param mayBePrivate whether the address may be in a private network, or on this machine
 */
public record WebSettings(URI address, Optional<String> secret, Optional<Path> certificate, boolean mayBePrivate) {}
