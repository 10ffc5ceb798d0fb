package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** People who can sign in to the console. */
@Command(
        name = "person",
        description = "People who sign in to the console: their roles, passwords and sessions.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            PersonCommand.ListAll.class,
            PersonCommand.Invite.class,
            PersonCommand.Roles.class,
            PersonCommand.Disable.class,
            PersonCommand.Enable.class,
            PersonCommand.NewPassword.class,
            PersonCommand.RemoveSecondFactor.class,
            PersonNotices.class,
            PersonCommand.Link.class,
            PersonCommand.Unlink.class,
            PersonCommand.ListSessions.class,
            PersonCommand.EndSession.class
        })
final class PersonCommand {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String ACCOUNTS = "/accounts/";

    @Command(name = "list", description = "List people with their roles and groups.")
    static final class ListAll extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/accounts");
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("ID", "NAME", "SIGN-IN NAME", "ROLES", "GROUPS", "SIGNS IN", "STATE");
            for (JsonNode person : answer.path("accounts")) {
                String away = ResponseWords.time(person.path("awayUntil"));
                table.row(
                        ResponseWords.text(person.path("id")),
                        ResponseWords.text(person.path("name")),
                        ResponseWords.text(person.path("signIn")),
                        RoleOptions.words(person.path("roles")),
                        joined(person.path("groups")),
                        signIn(person),
                        person.has("disabledAt") ? "disabled" : away.isEmpty() ? "" : "away until " + away);
            }
            if (table.isEmpty()) {
                System.out.println("Nobody can sign in yet. Invite the first: lectomen welcome");
            } else {
                table.print();
            }
        }
    }

    /** How a person signs in. */
    private static String signIn(JsonNode person) {
        List<String> ways = new ArrayList<>();
        person.path("signsInAt").forEach(where -> ways.add(ResponseWords.text(where)));
        if (person.path("secondFactor").asBoolean()) {
            ways.add("second factor");
        }
        return String.join(", ", ways);
    }

    @Command(
            name = "invite",
            description =
                    "Print a link for a new person with a role. It is valid for one day and one use; whoever opens it chooses "
                            + "a name and a password.",
            footer = {"", "Example: lectomen person invite --role operator --rule mooring-permits --group ferry-office"
            })
    static final class Invite extends QueryCommand {
        @Mixin
        private final RoleOptions role = new RoleOptions();

        @Option(names = "--group", paramLabel = "GROUP", description = "A group to join; may be repeated.")
        private List<String> groups = List.of();

        @Override
        JsonNode ask(Service service) throws IOException {
            StringBuilder query = new StringBuilder(role.query("operator"));
            groups.forEach(group -> query.append("&groups=").append(Service.encoded(group)));
            JsonNode link = service.post("/welcome-links?" + query);
            return ((ObjectNode) link).put("url", service.address(link.path("path")));
        }

        @Override
        void print(JsonNode link) {
            System.out.println(ResponseWords.text(link.path("url")));
        }
    }

    /** A command about one person. */
    abstract static class AboutOne extends QueryCommand {
        @Parameters(index = "0", paramLabel = "ID", description = "The person's id, as person list prints it.")
        private long id;

        final String path() {
            return ACCOUNTS + id;
        }

        @Override
        void print(JsonNode person) {
            System.out.println(ResponseWords.text(person.path("name")) + ": "
                    + RoleOptions.words(person.path("roles"))
                    + (person.has("disabledAt") ? ", disabled" : ""));
        }
    }

    @Command(
            name = "role",
            description = "Give a person one role instead of the current ones.",
            footer = {"", "Example: lectomen person role 2 --role auditor"})
    static final class Roles extends AboutOne {
        @Mixin
        private final RoleOptions role = new RoleOptions();

        @Override
        JsonNode ask(Service service) {
            ObjectNode body = JSON.createObjectNode();
            ArrayNode roles = body.putArray("roles");
            roles.add(role.json());
            return service.putJson(path() + "/roles", body);
        }
    }

    @Command(name = "disable", description = "Let a person sign in no more, and end their sessions.")
    static final class Disable extends AboutOne {
        @Override
        JsonNode ask(Service service) {
            return service.post(path() + "/disable");
        }
    }

    @Command(name = "enable", description = "Let a disabled person sign in again.")
    static final class Enable extends AboutOne {
        @Override
        JsonNode ask(Service service) {
            return service.post(path() + "/enable");
        }
    }

    @Command(
            name = "new-password",
            description = "Print a link by which a person chooses a new password. It is valid for one day and one use.")
    static final class NewPassword extends AboutOne {
        @Override
        JsonNode ask(Service service) throws IOException {
            JsonNode link = service.post(path() + "/password-link");
            return ((ObjectNode) link).put("url", service.address(link.path("path")));
        }

        @Override
        void print(JsonNode link) {
            System.out.println(ResponseWords.text(link.path("url")));
        }
    }

    @Command(
            name = "remove-second-factor",
            description = "Let a person who has lost their authenticator app sign in without it.")
    static final class RemoveSecondFactor extends AboutOne {
        @Override
        JsonNode ask(Service service) {
            return service.delete(path() + "/second-factor");
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("The second factor is removed.");
        }
    }

    @Command(
            name = "link",
            description = "Let a person who has an account here sign in at your organisation's provider or directory.",
            footer = {
                "",
                "Examples: lectomen person link 2 --openid 5f1c-2042",
                "          lectomen person link 2 --directory uid=ivo,ou=people,dc=marrowick,dc=example"
            })
    static final class Link extends AboutOne {
        @ArgGroup(multiplicity = "1")
        private Where where = new Where();

        private static final class Where {
            @Option(names = "--openid", paramLabel = "SUBJECT", description = "The person's claim \"sub\" there.")
            private @Nullable String openid;

            @Option(names = "--directory", paramLabel = "ENTRY", description = "The person's entry there.")
            private @Nullable String directory;
        }

        @Override
        JsonNode ask(Service service) {
            ObjectNode body = JSON.createObjectNode();
            body.put("provider", where.openid == null ? "directory" : "openid");
            body.put("subject", where.openid == null ? where.directory : where.openid);
            return service.putJson(path() + "/identity", body);
        }
    }

    @Command(name = "unlink", description = "Undo a link, so that the person signs in there no more.")
    static final class Unlink extends AboutOne {
        @Parameters(index = "1", paramLabel = "WHERE", description = "openid or directory.")
        private String provider = "";

        @Override
        JsonNode ask(Service service) {
            return service.delete(path() + "/identity/" + Service.encoded(provider));
        }
    }

    @Command(name = "sessions", description = "List the open sessions of a person.")
    static final class ListSessions extends AboutOne {
        @Override
        JsonNode ask(Service service) {
            return service.get(path() + "/sessions");
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("SESSION", "SIGNED IN", "LAST SEEN", "FROM", "BROWSER");
            for (JsonNode session : answer.path("sessions")) {
                table.row(
                        ResponseWords.text(session.path("id")),
                        ResponseWords.time(session.path("signedInAt")),
                        ResponseWords.ago(session.path("seenAt")),
                        ResponseWords.text(session.path("address")),
                        ResponseWords.text(session.path("browser")));
            }
            if (table.isEmpty()) {
                System.out.println("No open session.");
            } else {
                table.print();
            }
        }
    }

    @Command(name = "end-session", description = "End an open session of a person.")
    static final class EndSession extends AboutOne {
        @Parameters(index = "1", paramLabel = "SESSION", description = "Its id, as person sessions prints it.")
        private String session = "";

        @Override
        JsonNode ask(Service service) {
            return service.delete(path() + "/sessions/" + Service.encoded(session));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Session " + ResponseWords.safe(session) + " has ended.");
        }
    }
}
