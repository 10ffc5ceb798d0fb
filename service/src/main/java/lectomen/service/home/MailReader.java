package lectomen.service.home;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import lectomen.engine.step.mail.MailAddress;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.service.home.MailSettings.Encryption;

/** Reads a connection that mails are sent by. */
final class MailReader {
    private static final Set<String> THIS_MACHINE = Set.of("localhost", "127.0.0.1", "::1");
    private static final int HIGHEST_PORT = 65_535;

    private final List<Problem> problems;
    private final Function<Node.Text, Optional<Path>> paths;

    /** @param paths reads a path, and reports one that is none */
    MailReader(List<Problem> problems, Function<Node.Text, Optional<Path>> paths) {
        this.problems = problems;
        this.paths = paths;
    }

    Optional<MailSettings> read(Node node) {
        return Section.open("\"mail\"", node, problems).flatMap(this::mail);
    }

    private Optional<MailSettings> mail(Section section) {
        Optional<Node.Text> host = section.requireText("server");
        Encryption encryption = section.findText("encryption")
                .flatMap(text -> encryption(section, text))
                .orElse(Encryption.STARTTLS);
        int port = section.findText("port").map(text -> port(section, text)).orElse(usualPort(encryption));
        Optional<Node.Text> from = section.requireText("from");
        from.filter(text -> !MailAddress.isAddress(text.text()))
                .ifPresent(text -> section.report(
                        text.spot(), "\"from\" must be an address such as works@harbour.example, not " + text.kind()));
        Optional<String> signInAs = section.findText("sign in as").map(Node.Text::text);
        Optional<String> secret = section.findText("secret").map(Node.Text::text);
        if (signInAs.isPresent() != secret.isPresent()) {
            section.report(
                    section.spot(), "\"sign in as\" and \"secret\" go together; leave both out to sign in as nobody");
        }
        Optional<Path> certificate = ReadableFile.find(section, "certificate", paths);
        section.close();
        host.filter(text -> encryption == Encryption.NONE && !THIS_MACHINE.contains(text.text()))
                .ifPresent(text -> section.report(
                        text.spot(), "\"encryption: none\" is only for a server on this machine, not " + text.kind()));
        if (host.isEmpty() || from.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new MailSettings(
                host.get().text(), port, encryption, from.get().text(), certificate, signInAs, secret));
    }

    private static int usualPort(Encryption encryption) {
        return switch (encryption) {
            case STARTTLS -> 587;
            case TLS -> 465;
            case NONE -> 25;
        };
    }

    private static Optional<Encryption> encryption(Section section, Node.Text text) {
        Optional<Encryption> known = Stream.of(Encryption.values())
                .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(text.text()))
                .findFirst();
        if (known.isEmpty()) {
            section.report(text.spot(), "\"encryption\" must be starttls, tls or none, not " + text.kind());
        }
        return known;
    }

    private static int port(Section section, Node.Text text) {
        int port = text.text().matches("\\d{1,5}") ? Integer.parseInt(text.text()) : 0;
        if (port < 1 || port > HIGHEST_PORT) {
            section.report(text.spot(), "\"port\" must be a number from 1 to 65535, not " + text.kind());
        }
        return port;
    }
}
