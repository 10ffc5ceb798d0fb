package lectomen.demo;

import java.io.IOException;
import java.util.Optional;
import lectomen.standins.openid.OpenIdStandIn;

/** Stands in for the harbour's own sign-in, at the address that the demo's settings name. */
final class HarbourSignIn implements AutoCloseable {
    private static final int PORT = 9417;

    private final Optional<OpenIdStandIn> provider;

    private HarbourSignIn(Optional<OpenIdStandIn> provider) {
        this.provider = provider;
    }

    /** Without it, the rest of the demo goes on: its port may be in use. */
    static HarbourSignIn start() {
        try {
            return new HarbourSignIn(Optional.of(OpenIdStandIn.start(PORT)));
        } catch (IOException e) {
            return new HarbourSignIn(Optional.empty());
        }
    }

    /** What can be done with it, in words. */
    String words() {
        return provider.isPresent()
                ? "Or choose \"Sign in with Marrowick Harbour\", and there Orla Skerry (administrator) or Finn Breaker (operator)."
                : "Port " + PORT + " is in use, so \"Sign in with Marrowick Harbour\" does not work now.";
    }

    @Override
    public void close() {
        provider.ifPresent(OpenIdStandIn::close);
    }
}
