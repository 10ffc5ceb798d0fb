package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads a connection to a system that is called over HTTP. */
final class WebReader {
    private static final Set<String> THIS_MACHINE = Set.of("localhost", "127.0.0.1", "[::1]");

    private final List<Problem> problems;
    private final Function<Node.Text, Optional<Path>> paths;

    /** @param paths reads a path, and reports one that is none */
    WebReader(List<Problem> problems, Function<Node.Text, Optional<Path>> paths) {
        this.problems = problems;
        this.paths = paths;
    }

    Optional<WebSettings> read(Node node) {
        return Section.open("\"web\"", node, problems).flatMap(this::web);
    }

    private Optional<WebSettings> web(Section section) {
        Optional<URI> address = section.requireText("address").flatMap(text -> address(section, text));
        Optional<String> secret = section.findText("secret").map(Node.Text::text);
        Optional<WebSettings.SignIn> signIn = signIn(section);
        Optional<Path> certificate = ReadableFile.find(section, "certificate", paths);
        boolean mayBePrivate = section.find("private").isPresent() && section.yes("private");
        section.close();
        return address.map(uri -> new WebSettings(uri, secret, signIn, certificate, mayBePrivate));
    }

    private static Optional<WebSettings.SignIn> signIn(Section section) {
        Optional<Node.Text> token = section.findText("token");
        Optional<Node.Text> name = section.findText("sign in as");
        Optional<Node.Text> password = section.findText("password");
        if (name.isPresent() != password.isPresent()) {
            section.report(name.or(() -> password).get().spot(), "\"sign in as\" and \"password\" are needed together");
        } else if (name.isPresent() && token.isPresent()) {
            section.report(token.get().spot(), "either \"token\" or \"sign in as\", not both");
        }
        return name.flatMap(by -> password.map(
                        secret -> (WebSettings.SignIn) new WebSettings.SignIn.Password(by.text(), secret.text())))
                .or(() -> token.map(secret -> new WebSettings.SignIn.Token(secret.text())));
    }

    private static Optional<URI> address(Section section, Node.Text text) {
        try {
            URI uri = URI.create(text.text());
            boolean isHere = uri.getHost() != null && THIS_MACHINE.contains(uri.getHost());
            if (uri.getHost() != null
                    && uri.getUserInfo() == null
                    && ("https".equals(uri.getScheme()) || ("http".equals(uri.getScheme()) && isHere))) {
                return Optional.of(uri);
            }
        } catch (IllegalArgumentException e) {
            // reported below like any other text that is no address
        }
        section.report(
                text.spot(),
                "\"address\" must be such as https://berths.marrowick.example/documents (http only on this machine), not "
                        + text.kind());
        return Optional.empty();
    }
}
