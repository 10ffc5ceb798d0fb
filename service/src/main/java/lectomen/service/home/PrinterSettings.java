package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.schedule.OpenHours;

/**
 * A printer.
 *
 * @param address of the scheme ipp or ipps; raw or lpd for one that only takes bytes
 * @param signIn a name and the name of the secret with its password; empty for a printer that asks for none
 * @param certificate of the authority that vouches for it, in PEM; empty for those that Java knows
 * @param ticket what is asked of it unless a rule says otherwise, by the words of IPP
 * @param jobName what jobs are called unless a rule says otherwise, as a pattern; empty for the name of the document
 * @param hold whether documents are held until somebody releases them, unless a rule says otherwise
 * @param hours when documents are sent to it; empty for always
 * @param longestWait after which a document comes before all others, whatever their priority
 */
public record PrinterSettings(
        URI address,
        Optional<WebSettings.SignIn.Password> signIn,
        Optional<Path> certificate,
        Map<String, String> ticket,
        String jobName,
        boolean hold,
        Optional<OpenHours> hours,
        Optional<Duration> longestWait) {
    private static final int USUAL_PORT = 631;

    public PrinterSettings {
        ticket = new TreeMap<>(ticket);
    }

    /** One that prints at all hours, in the order in which documents come. */
    public PrinterSettings(
            URI address,
            Optional<WebSettings.SignIn.Password> signIn,
            Optional<Path> certificate,
            Map<String, String> ticket) {
        this(address, signIn, certificate, ticket, "", false, Optional.empty(), Optional.empty());
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
