package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.rulefile.DurationText;
import lectomen.engine.rulefile.HoursReader;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.step.SettingReader;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads a connection to a printer. */
final class PrinterReader {
    private static final String JOB_NAME = "job-name";
    private static final Set<String> SCHEMES = Set.of("ipp", "ipps", "raw", "lpd");
    /** What a line printer daemon takes of a ticket (RFC 1179). */
    private static final Set<String> OF_LPD = Set.of(TicketAttribute.COPIES.word());

    private final List<Problem> problems;
    private final Function<Node.Text, Optional<Path>> paths;

    /** @param paths reads a path, and reports one that is none */
    PrinterReader(List<Problem> problems, Function<Node.Text, Optional<Path>> paths) {
        this.problems = problems;
        this.paths = paths;
    }

    Optional<PrinterSettings> read(Node node) {
        return Section.open("\"printer\"", node, problems).flatMap(this::printer);
    }

    private Optional<PrinterSettings> printer(Section section) {
        Optional<URI> address = section.requireText("address").flatMap(text -> address(section, text));
        Optional<Node.Text> name = section.findText("sign in as");
        Optional<Node.Text> password = section.findText("password");
        if (name.isPresent() != password.isPresent()) {
            section.report(name.or(() -> password).get().spot(), "\"sign in as\" and \"password\" are needed together");
        }
        Optional<WebSettings.SignIn.Password> signIn =
                name.flatMap(by -> password.map(secret -> new WebSettings.SignIn.Password(by.text(), secret.text())));
        Optional<Path> certificate = ReadableFile.find(section, "certificate", paths);
        Map<String, String> ticket = new TreeMap<>();
        for (TicketAttribute attribute : TicketAttribute.values()) {
            section.findText(attribute.word()).ifPresent(text -> {
                if (attribute.read(text.text()).isEmpty()) {
                    section.report(
                            text.spot(),
                            "\"" + attribute.word() + "\" must be " + attribute.expected() + ", not " + text.kind());
                }
                ticket.put(attribute.word(), text.text());
            });
        }
        String jobName = section.findText(JOB_NAME)
                .filter(text -> isName(section, text))
                .map(Node.Text::text)
                .orElse("");
        boolean hold = SettingReader.yes(section, "hold", false);
        Optional<OpenHours> hours = HoursReader.read(section, "printing hours", "printing days", problems);
        Optional<Duration> longestWait = section.findText("longest wait").flatMap(text -> longestWait(section, text));
        address.filter(uri -> !uri.getScheme().startsWith("ipp")).ifPresent(uri -> {
            Set<String> known = uri.getScheme().equals("lpd") ? OF_LPD : Set.of();
            Stream.concat(Stream.of("sign in as", "certificate", JOB_NAME), TicketAttribute.words().stream())
                    .filter(word -> !known.contains(word))
                    .flatMap(word -> section.find(word).stream()
                            .map(node -> new Problem(
                                    node.spot().line(),
                                    node.spot().column(),
                                    "a printer at " + uri.getScheme() + ":// takes no \"" + word + "\"")))
                    .forEach(problems::add);
        });
        section.close();
        return address.map(
                uri -> new PrinterSettings(uri, signIn, certificate, ticket, jobName, hold, hours, longestWait));
    }

    private static boolean isName(Section section, Node.Text text) {
        NamePattern.Parsed parsed = NamePattern.parse(text.text());
        if (parsed.pattern().isEmpty()) {
            section.report(text.spot(), "\"" + JOB_NAME + "\": " + parsed.problem());
        }
        return parsed.pattern().isPresent();
    }

    private static Optional<Duration> longestWait(Section section, Node.Text text) {
        Optional<Duration> found = DurationText.find(text.text());
        if (found.isEmpty()) {
            section.report(text.spot(), "\"longest wait\" must be " + DurationText.EXPECTED + ", not " + text.kind());
        }
        return found;
    }

    private static Optional<URI> address(Section section, Node.Text text) {
        try {
            URI uri = URI.create(text.text());
            boolean queue = !"lpd".equals(uri.getScheme()) || uri.getPath().matches("/[^/\\s]+");
            if (uri.getHost() != null && uri.getUserInfo() == null && SCHEMES.contains(uri.getScheme()) && queue) {
                return Optional.of(uri);
            }
        } catch (IllegalArgumentException e) {
            // reported below like any other text that is no address
        }
        section.report(
                text.spot(),
                "\"address\" must be such as ipp://plotter.marrowick.example/ipp/print, raw://plotter.marrowick.example:9100 or"
                        + " lpd://plotter.marrowick.example/queue, not " + text.kind());
        return Optional.empty();
    }
}
