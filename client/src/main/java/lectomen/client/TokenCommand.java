package lectomen.client;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Tokens for programs. */
@Command(
        name = "token",
        description = "Tokens for programs and other machines, each with a role.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {TokenCommand.ListAll.class, TokenCommand.Add.class, TokenCommand.Revoke.class})
final class TokenCommand {
    private static final String TOKENS = "tokens";

    @Command(name = "list", description = "List tokens with their roles and when they were last used.")
    static final class ListAll extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/" + TOKENS);
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("ID", "NAME", "ROLE", "EXPIRES", "LAST USED");
            for (JsonNode token : answer.path(TOKENS)) {
                String used = ResponseWords.ago(token.path("usedAt"));
                String expires = ResponseWords.time(token.path("expiresAt"));
                table.row(
                        ResponseWords.text(token.path("id")),
                        ResponseWords.text(token.path("name")),
                        RoleOptions.words(token.path("roles")),
                        token.has("revokedAt") ? "revoked" : expires.isEmpty() ? "never" : expires,
                        used.isEmpty() ? "never" : used);
            }
            if (table.isEmpty()) {
                System.out.println("There are no tokens but the owner's. Add one: lectomen token add NAME --role ROLE");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "add",
            description = "Add a token and print it. It is shown this once; the service keeps only its hash.",
            footer = {"", "Example: lectomen token add scanner --role operator --rule mooring-permits --days 365"})
    static final class Add extends QueryCommand {
        @Mixin
        private final RoleOptions role = new RoleOptions();

        @Parameters(paramLabel = "NAME", description = "What it is for.")
        private String name = "";

        @Option(names = "--days", paramLabel = "N", description = "Let it expire after so many days (default: never).")
        private @Nullable Integer days;

        @Override
        JsonNode ask(Service service) {
            ObjectNode wanted = role.json().put("name", name);
            if (days != null) {
                wanted.put(
                        "expiresAt", Instant.now().plus(days, ChronoUnit.DAYS).toString());
            }
            return service.postJson("/" + TOKENS, wanted);
        }

        @Override
        void print(JsonNode made) {
            System.out.println(ResponseWords.text(made.path("token")));
        }
    }

    @Command(name = "revoke", description = "Let nobody in with a token any more.")
    static final class Revoke extends QueryCommand {
        @Parameters(paramLabel = "ID", description = "Its id, as token list prints it.")
        private long id;

        @Override
        JsonNode ask(Service service) {
            return service.delete("/" + TOKENS + "/" + id);
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Token " + id + " is revoked.");
        }
    }
}
