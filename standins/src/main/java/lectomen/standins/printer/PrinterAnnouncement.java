package lectomen.standins.printer;

import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.util.Map;
import javax.jmdns.JmDNS;
import javax.jmdns.ServiceInfo;

/** Announces a printer in the network (RFC 6763; PWG 5100.14, section 4.2), until it is closed. */
public final class PrinterAnnouncement implements AutoCloseable {
    private final JmDNS dns;

    private PrinterAnnouncement(JmDNS dns) {
        this.dns = dns;
    }

    /** @param address of this machine in the network */
    public static PrinterAnnouncement of(PrinterStandIn printer, String name, InetAddress address) throws IOException {
        URI uri = URI.create(printer.uri());
        JmDNS dns = JmDNS.create(address);
        dns.registerService(ServiceInfo.create(
                "_ipp._tcp.local.",
                name,
                uri.getPort(),
                0,
                0,
                Map.of(
                        "txtvers",
                        "1",
                        "rp",
                        uri.getPath().substring(1),
                        "ty",
                        "Lectomen stand-in",
                        "note",
                        "Harbour office",
                        "pdl",
                        String.join(",", Abilities.FORMATS))));
        return new PrinterAnnouncement(dns);
    }

    @Override
    public void close() throws IOException {
        dns.close();
    }
}
