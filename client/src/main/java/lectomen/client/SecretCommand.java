package lectomen.client;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

/** Passwords for connections. */
@Command(
        name = "secret",
        description = "Named passwords, encrypted on disk. They can be set but never read back.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {SecretCommand.ListSecrets.class, SecretCommand.Put.class, SecretCommand.Remove.class})
final class SecretCommand {
    private static final String KIND = "secrets";

    @Command(name = "list", description = "List the names of all secrets.")
    static final class ListSecrets extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/" + KIND);
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("SECRET", "VERSION", "CHANGED", "BY", "STATE");
            for (JsonNode secret : answer.path(KIND)) {
                table.row(
                        ResponseWords.text(secret.path("name")),
                        ResponseWords.text(secret.path("version")),
                        ResponseWords.time(secret.path("changedAt")),
                        ResponseWords.text(secret.path("changedBy")),
                        secret.path("readable").asBoolean() ? "sealed" : "can't be decrypted with the current key");
            }
            if (table.isEmpty()) {
                System.out.println("There are no secrets yet. Set one: lectomen secret put NAME");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "put",
            description = "Set a secret. You are prompted for it; it is never given as an argument.",
            footer = {"", "Example: lectomen secret put mail-password --stdin < password.txt"})
    static final class Put extends QueryCommand.AboutName {
        @Option(names = "--stdin", description = "Read it from standard input.")
        private boolean piped;

        @Override
        JsonNode ask(Service service) throws IOException {
            String value = piped
                    ? new String(System.in.readAllBytes(), StandardCharsets.UTF_8).replaceFirst("\\R$", "")
                    : Optional.ofNullable(System.console())
                            .map(console -> new String(console.readPassword("Secret %s: ", name())))
                            .orElseThrow(
                                    () -> new ServiceUnreachable("there is no terminal for the prompt; use --stdin"));
            return service.putText(path(KIND), value);
        }

        @Override
        void print(JsonNode secret) {
            System.out.println("Secret " + ResponseWords.text(secret.path("name")) + " is set, version "
                    + ResponseWords.text(secret.path("version")) + ".");
        }
    }

    @Command(name = "remove", description = "Delete a secret.")
    static final class Remove extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.delete(path(KIND));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Secret " + ResponseWords.safe(name()) + " is deleted.");
        }
    }
}
