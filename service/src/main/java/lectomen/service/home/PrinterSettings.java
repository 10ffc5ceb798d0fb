package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A printer.
 *
 * @param address of the scheme ipp or ipps; raw or lpd for one that only takes bytes
 * @param signIn a name and the name of the secret with its password; empty for a printer that asks for none
 * @param certificate of the authority that vouches for it, in PEM; empty for those that Java knows
 * @param ticket what is asked of it unless a rule says otherwise, by the words of IPP
 */
public record PrinterSettings(
        URI address,
        Optional<WebSettings.SignIn.Password> signIn,
        Optional<Path> certificate,
        Map<String, String> ticket) {
    private static final int USUAL_PORT = 631;

    public PrinterSettings {
        ticket = new TreeMap<>(ticket);
    }

    /** Whether it speaks IPP, and can be asked what it does. */
    public boolean canBeAsked() {
        return address.getScheme().startsWith("ipp");
    }

    /** Where requests go. */
    public URI http() {
        String scheme = address.getScheme().equals("ipps") ? "https" : "http";
        int port = address.getPort() < 0 ? USUAL_PORT : address.getPort();
        return URI.create(scheme + "://" + address.getHost() + ":" + port + address.getRawPath());
    }
}
