package lectomen.service.print.find;

import java.io.IOException;
import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.net.SocketException;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import javax.jmdns.JmDNS;
import javax.jmdns.ServiceInfo;

/** Asks the networks of this machine for printers by DNS-SD (RFC 6763; PWG 5100.14, section 4.2). */
public final class PrinterSearch {
    /** By scheme of their addresses. */
    private static final Map<String, String> TYPES = Map.of("ipp", "_ipp._tcp.local.", "ipps", "_ipps._tcp.local.");

    private final Duration patience;

    /** @param patience how long printers have to answer */
    public PrinterSearch(Duration patience) {
        this.patience = patience;
    }

    /** All that answer, by name; one that can be spoken to in both ways is there with the encrypted one. */
    public List<FoundPrinter> search() {
        List<FoundPrinter> found = searchAll();
        Map<String, FoundPrinter> byName = new TreeMap<>();
        found.stream().filter(PrinterSearch::isEncrypted).forEach(one -> byName.putIfAbsent(one.name(), one));
        found.forEach(one -> byName.putIfAbsent(one.name(), one));
        return List.copyOf(byName.values());
    }

    private static boolean isEncrypted(FoundPrinter printer) {
        return printer.address().startsWith("ipps:");
    }

    /** Of this machine, one of each network. */
    private static List<InetAddress> addresses() {
        List<InetAddress> addresses = new ArrayList<>();
        try {
            for (NetworkInterface network : NetworkInterface.networkInterfaces().toList()) {
                if (network.isUp() && (network.supportsMulticast() || network.isLoopback())) {
                    network.inetAddresses()
                            .filter(Inet4Address.class::isInstance)
                            .findFirst()
                            .ifPresent(addresses::add);
                }
            }
        } catch (SocketException e) {
            return List.of(); // without networks there are no printers in them
        }
        return addresses;
    }

    /** Each network and kind is asked by a thread of its own, since each takes the whole time. */
    private List<FoundPrinter> searchAll() {
        ExecutorService threads = Executors.newCachedThreadPool();
        try {
            List<Future<List<FoundPrinter>>> asked = new ArrayList<>();
            for (InetAddress address : addresses()) {
                TYPES.forEach((scheme, type) -> asked.add(threads.submit(() -> search(address, scheme, type))));
            }
            List<FoundPrinter> found = new ArrayList<>();
            for (Future<List<FoundPrinter>> one : asked) {
                found.addAll(one.get());
            }
            return found;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return List.of();
        } catch (ExecutionException e) {
            throw new IllegalStateException("The network can't be asked for printers", e);
        } finally {
            threads.shutdownNow();
        }
    }

    private List<FoundPrinter> search(InetAddress address, String scheme, String type) {
        try (JmDNS dns = JmDNS.create(address)) {
            return Stream.of(dns.list(type, patience.toMillis()))
                    .flatMap(info -> found(scheme, info).stream())
                    .toList();
        } catch (IOException e) {
            return List.of(); // a network that can't be asked has no printers for us
        }
    }

    private static Optional<FoundPrinter> found(String scheme, ServiceInfo info) {
        Optional<String> host = host(info);
        String path = text(info, "rp");
        return host.filter(one -> info.getPort() > 0)
                .map(one -> new FoundPrinter(
                        info.getName(),
                        scheme + "://" + one + ":" + info.getPort() + "/" + path,
                        text(info, "ty"),
                        text(info, "note"),
                        Stream.of(text(info, "pdl").split(","))
                                .map(String::strip)
                                .filter(format -> !format.isEmpty())
                                .toList()));
    }

    /** Its name where this machine can resolve that, since addresses change; else its address. */
    private static Optional<String> host(ServiceInfo info) {
        String server = info.getServer().replaceFirst("\\.$", "");
        try {
            InetAddress.getByName(server);
            return Optional.of(server);
        } catch (UnknownHostException notResolved) {
            return Stream.of(info.getInet4Addresses())
                    .map(Inet4Address::getHostAddress)
                    .findFirst();
        }
    }

    private static String text(ServiceInfo info, String key) {
        return Optional.ofNullable(info.getPropertyString(key)).orElse("").strip();
    }
}
