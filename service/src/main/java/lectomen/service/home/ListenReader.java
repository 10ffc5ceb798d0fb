package lectomen.service.home;

import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/**
 * Reads how the service is reached from other machines: with its own certificate, or through a declared proxy. There is no third
 * way off this machine.
 */
final class ListenReader {
    private final List<Problem> problems;
    private final Function<Node.Text, Optional<Path>> paths;

    /** @param paths reads a path, and reports one that is none */
    ListenReader(List<Problem> problems, Function<Node.Text, Optional<Path>> paths) {
        this.problems = problems;
        this.paths = paths;
    }

    Optional<Settings.Listen> read(Node node) {
        return Section.open("\"listen\"", node, problems).flatMap(this::listen);
    }

    private Optional<Settings.Listen> listen(Section section) {
        String address = section.findText("address").map(Node.Text::text).orElse("127.0.0.1");
        List<String> names =
                section.texts("names").stream().map(Node.Text::text).toList();
        Optional<Path> certificate = ReadableFile.find(section, "certificate", paths);
        Optional<Path> key = ReadableFile.find(section, "key", paths);
        Optional<Settings.Listen.Way.Proxy> proxy = section.find("proxy")
                .flatMap(proxied -> Section.open("\"proxy\"", proxied, problems))
                .flatMap(this::proxy);
        section.close();
        if (certificate.isPresent() && key.isPresent() && proxy.isEmpty()) {
            if (names.isEmpty()) {
                section.report(section.spot(), "\"names\" is missing: the host names of the service");
            }
            Settings.Listen.Way way = new Settings.Listen.Way.Certificate(certificate.get(), key.get());
            return Optional.of(new Settings.Listen(address, names, way));
        }
        if (proxy.isPresent() && certificate.isEmpty() && key.isEmpty()) {
            return Optional.of(new Settings.Listen(address, names, proxy.get()));
        }
        section.report(
                section.spot(),
                "\"listen\" needs either \"certificate\" with \"key\" (PEM files), or \"proxy\" with its url and addresses;"
                        + " else the service accepts only connections from this machine");
        return Optional.empty();
    }

    private Optional<Settings.Listen.Way.Proxy> proxy(Section section) {
        Optional<URI> url = section.requireText("url").flatMap(text -> url(section, text));
        List<Node.Text> addresses = section.texts("addresses");
        if (addresses.isEmpty()) {
            section.report(section.spot(), "\"addresses\" is missing: the network addresses of the proxy itself");
        }
        for (Node.Text address : addresses) {
            if (!isAddress(address.text())) {
                section.report(address.spot(), "expected a network address such as 10.1.2.3, not " + address.kind());
            }
        }
        section.close();
        return url.map(uri -> new Settings.Listen.Way.Proxy(
                uri, addresses.stream().map(Node.Text::text).toList()));
    }

    private static boolean isAddress(String text) {
        try {
            return text.matches("[0-9a-fA-F.:]+")
                    && !InetAddress.getByName(text).isAnyLocalAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    private static Optional<URI> url(Section section, Node.Text text) {
        try {
            URI uri = URI.create(text.text());
            if ("https".equals(uri.getScheme()) && uri.getHost() != null && uri.getQuery() == null) {
                return Optional.of(uri);
            }
        } catch (IllegalArgumentException e) {
            // reported below
        }
        section.report(
                text.spot(), "a url such as https://capture.harbour.example/lectomen is needed, not " + text.kind());
        return Optional.empty();
    }
}
