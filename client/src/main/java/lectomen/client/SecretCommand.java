package lectomen.client;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

/** Passwords for what lies outside. */
@Command(
        name = "secret",
        description = "Passwords by name, sealed on disk. They go in and never come out again.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {SecretCommand.ListSecrets.class, SecretCommand.Put.class, SecretCommand.Remove.class})
final class SecretCommand {
    private static final String KIND = "secrets";

    @Command(name = "list", description = "Show the names of all secrets.")
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
                        secret.path("readable").asBoolean() ? "sealed" : "the key at hand does not open it");
            }
            if (table.isEmpty()) {
                System.out.println("There are no secrets yet. Write one: lectomen secret put NAME");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "put",
            description = "Keep a secret. It is asked for without being shown, and never given as an argument.",
            footer = {"", "Example: lectomen secret put mail-password --stdin < password.txt"})
    static final class Put extends QueryCommand.AboutName {
        @Option(names = "--stdin", description = "Read it from standard input rather than ask for it.")
        private boolean piped;

        @Override
        JsonNode ask(Service service) throws IOException {
            String value = piped
                    ? new String(System.in.readAllBytes(), StandardCharsets.UTF_8).replaceFirst("\\R$", "")
                    : Optional.ofNullable(System.console())
                            .map(console -> new String(console.readPassword("Secret %s: ", name())))
                            .orElseThrow(() ->
                                    new ServiceUnreachable("there is no terminal to ask on; pipe it in with --stdin"));
            return service.putText(path(KIND), value);
        }

        @Override
        void print(JsonNode secret) {
            System.out.println("Secret " + ResponseWords.text(secret.path("name")) + " is kept, version "
                    + ResponseWords.text(secret.path("version")) + ".");
        }
    }

    @Command(name = "remove", description = "Forget a secret.")
    static final class Remove extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.delete(path(KIND));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Secret " + ResponseWords.safe(name()) + " is forgotten.");
        }
    }
}
