package lectomen.service.home;

import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.service.role.Grant;
import lectomen.service.role.Role;
import lectomen.service.role.Scope;

/** Reads how people sign in. */
final class SignInReader {
    private static final Set<String> THIS_MACHINE = Set.of("localhost", "127.0.0.1", "[::1]");
    private static final String ONLY = "only ";

    private final List<Problem> problems;
    private final Function<Node.Text, Optional<Path>> paths;

    /** @param paths reads a path, and reports one that is none */
    SignInReader(List<Problem> problems, Function<Node.Text, Optional<Path>> paths) {
        this.problems = problems;
        this.paths = paths;
    }

    Optional<SignInSettings> read(Node node) {
        return Section.open("\"sign-in\"", node, problems).map(this::signIn);
    }

    private SignInSettings signIn(Section section) {
        Optional<String> only = section.findText("passwords").flatMap(text -> only(section, text));
        boolean required = section.findText("second factor")
                .filter(text -> isOneOf(section, text, "optional", "required"))
                .filter(text -> text.text().equals("required"))
                .isPresent();
        Optional<SignInSettings.OpenId> openId = section.find("openid connect")
                .flatMap(node -> Section.open("\"openid connect\"", node, problems))
                .flatMap(this::openId);
        Optional<SignInSettings.Directory> directory = section.find("directory")
                .flatMap(node -> Section.open("\"directory\"", node, problems))
                .flatMap(this::directory);
        section.close();
        return new SignInSettings(only, required, openId, directory);
    }

    private static Optional<String> only(Section section, Node.Text text) {
        String words = text.text();
        if (words.startsWith(ONLY) && !words.substring(ONLY.length()).isBlank()) {
            return Optional.of(words.substring(ONLY.length()).strip().toLowerCase(Locale.ROOT));
        }
        if (!words.equals("all")) {
            section.report(
                    text.spot(),
                    "\"passwords\" must be \"all\", or \"only\" with the sign-in name of the account for emergencies"
                            + " (only tess), not " + text.kind());
        }
        return Optional.empty();
    }

    private static boolean isOneOf(Section section, Node.Text text, String one, String other) {
        boolean good = text.text().equals(one) || text.text().equals(other);
        if (!good) {
            section.report(text.spot(), "expected " + one + " or " + other + ", not " + text.kind());
        }
        return good;
    }

    private Optional<SignInSettings.OpenId> openId(Section section) {
        Optional<URI> issuer = section.requireText("issuer").flatMap(text -> address(section, text, "https", "http"));
        Optional<String> client = section.requireText("client").map(Node.Text::text);
        String label = text(section, "name", issuer.map(URI::getHost).orElse(""));
        Optional<String> secret = section.findText("secret").map(Node.Text::text);
        Optional<Path> certificate = ReadableFile.find(section, "certificate", paths);
        SignInSettings.Claims claims = section.find("claims")
                .flatMap(node -> Section.open("\"claims\"", node, problems))
                .map(names -> {
                    SignInSettings.Claims read = new SignInSettings.Claims(
                            text(names, "sign-in name", "preferred_username"),
                            text(names, "name", "name"),
                            text(names, "groups", "groups"));
                    names.close();
                    return read;
                })
                .orElse(new SignInSettings.Claims("preferred_username", "name", "groups"));
        SignInSettings.Mapping mapping = mapping(section);
        section.close();
        if (issuer.isEmpty() || client.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(
                new SignInSettings.OpenId(label, issuer.get(), client.get(), secret, certificate, claims, mapping));
    }

    private Optional<SignInSettings.Directory> directory(Section section) {
        Optional<URI> url = section.requireText("url").flatMap(text -> address(section, text, "ldaps", "ldap"));
        String label = text(section, "name", url.map(URI::getHost).orElse(""));
        Optional<Path> certificate = ReadableFile.find(section, "certificate", paths);
        Optional<String> bindAs = section.findText("look up as").map(Node.Text::text);
        Optional<String> secret = section.findText("secret").map(Node.Text::text);
        if (bindAs.isPresent() != secret.isPresent()) {
            section.report(
                    section.spot(), "\"look up as\" and \"secret\" go together; leave both out to look up anonymously");
        }
        Optional<SignInSettings.Search> search = section.require("search")
                .flatMap(node -> Section.open("\"search\"", node, problems))
                .flatMap(SignInReader::search);
        SignInSettings.Mapping mapping = mapping(section);
        section.close();
        if (url.isEmpty() || search.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(
                new SignInSettings.Directory(label, url.get(), certificate, bindAs, secret, search.get(), mapping));
    }

    private static Optional<SignInSettings.Search> search(Section section) {
        Optional<String> people = section.requireText("people").map(Node.Text::text);
        String signIn = text(section, "sign-in name", "uid");
        String name = text(section, "name", "cn");
        Optional<String> groups = section.findText("groups").map(Node.Text::text);
        String groupName = text(section, "group name", "cn");
        String member = text(section, "member", "member");
        section.close();
        return people.map(below -> new SignInSettings.Search(below, signIn, name, groups, groupName, member));
    }

    private SignInSettings.Mapping mapping(Section section) {
        Map<String, List<Grant>> roles = new TreeMap<>();
        section.find("roles")
                .flatMap(node -> Section.open("\"roles\"", node, problems))
                .ifPresent(names -> names.names().forEach(entry -> grant(entry)
                        .ifPresent(grant -> roles.put(entry.key().text(), List.of(grant)))));
        Map<String, String> groups = new TreeMap<>();
        section.find("groups")
                .flatMap(node -> Section.open("\"groups\"", node, problems))
                .ifPresent(names -> names.names().forEach(entry -> {
                    if (entry.value() instanceof Node.Text group) {
                        groups.put(entry.key().text(), group.text());
                    } else {
                        names.report(entry.value().spot(), "the name of a group is expected, such as records-office");
                    }
                }));
        return new SignInSettings.Mapping(roles, groups);
    }

    /** A role by its name, or with the rules that it is limited to. */
    private Optional<Grant> grant(Node.Entry entry) {
        if (entry.value() instanceof Node.Text role) {
            return role(role).map(known -> new Grant(known, Scope.ALL));
        }
        Optional<Section> opened = Section.open("a role", entry.value(), problems);
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<Role> role = section.requireText("role").flatMap(this::role);
        Set<String> rules = new TreeSet<>();
        section.texts("rules").forEach(rule -> rules.add(rule.text()));
        section.close();
        return role.map(known -> new Grant(known, rules.isEmpty() ? Scope.ALL : Scope.of(rules)));
    }

    private Optional<Role> role(Node.Text text) {
        Optional<Role> role = Role.findByCode(text.text());
        if (role.isEmpty()) {
            Section.report(
                    problems,
                    text.spot(),
                    "unknown role \"" + text.text() + "\"" + Section.suggestion(text.text(), Role.codes()));
        }
        return role;
    }

    private static String text(Section section, String word, String otherwise) {
        return section.findText(word).map(Node.Text::text).orElse(otherwise);
    }

    /** Only this machine may be reached without encryption. */
    private static Optional<URI> address(Section section, Node.Text text, String secure, String plain) {
        try {
            URI uri = URI.create(text.text());
            boolean isPrivate = secure.equals(uri.getScheme())
                    || (plain.equals(uri.getScheme()) && THIS_MACHINE.contains(String.valueOf(uri.getHost())));
            if (isPrivate && uri.getHost() != null && uri.getQuery() == null && uri.getUserInfo() == null) {
                return Optional.of(uri);
            }
        } catch (IllegalArgumentException e) {
            // reported below
        }
        section.report(
                text.spot(),
                "an address such as " + secure + "://login.harbour.example is needed, not " + text.kind() + "; " + plain
                        + ":// is only for this machine");
        return Optional.empty();
    }
}
