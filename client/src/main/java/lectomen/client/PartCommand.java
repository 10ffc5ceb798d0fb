package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.StringNode;

/** The shared parts that rules refer to. */
@Command(
        name = "part",
        description = "Shared parts of rules: accept sets, name patterns, step lists and document types.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            PartCommand.ListParts.class,
            PartCommand.Show.class,
            PartCommand.Put.class,
            PartCommand.Remove.class,
            PartCommand.Schema.class
        })
final class PartCommand {
    private static final String KIND = "parts";

    @Command(name = "list", description = "List shared parts and the rules that use them.")
    static final class ListParts extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/" + KIND);
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("PART", "KIND", "VERSION", "ABOUT", "USED BY").shrink(3, 4);
            for (JsonNode part : answer.path(KIND)) {
                table.row(
                        ResponseWords.text(part.path("name")),
                        ResponseWords.text(part.path("kind")),
                        ResponseWords.text(part.path("version")),
                        ResponseWords.text(part.path("about")),
                        joined(part.path("usedBy")));
            }
            if (table.isEmpty()) {
                System.out.println("There are no shared parts yet. Create one: lectomen part put FILE");
            } else {
                table.print();
            }
        }
    }

    @Command(name = "show", description = "Print the file of a shared part.")
    static final class Show extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.get(path(KIND));
        }

        @Override
        void print(JsonNode part) {
            System.out.print(part.path("text").asString());
        }
    }

    @Command(
            name = "put",
            description = "Create or replace a shared part. Each rule that uses it gets a new draft version.",
            footer = {"", "Example: lectomen part put permit-name.yaml --reason 'berth in front' --live"})
    static final class Put extends QueryCommand {
        @Parameters(paramLabel = "FILE", description = "The file of the part, with its name in it.")
        private Path file = Path.of("");

        @Option(names = "--reason", paramLabel = "WORDS", description = "The reason for the change.")
        private String reason = "";

        @Option(
                names = "--live",
                description =
                        "Put the new versions live where the latest version is live now and the sample results stay the same.")
        private boolean live;

        @Override
        JsonNode ask(Service service) throws IOException {
            String path = "/" + KIND + "?live=" + live + "&reason=" + Service.encoded(reason);
            return service.postText(path, Service.read(file));
        }

        @Override
        void print(JsonNode answer) {
            JsonNode part = answer.path("part");
            System.out.println(
                    "Part " + ResponseWords.text(part.path("name")) + " (" + ResponseWords.text(part.path("kind"))
                            + ") is version " + ResponseWords.text(part.path("version")) + ".");
            for (JsonNode rule : answer.path("rules")) {
                String state = rule.path("live").asBoolean()
                        ? " is live"
                        : " is not live: " + ResponseWords.text(rule.path("whyNotLive"));
                System.out.println("  rule " + ResponseWords.text(rule.path("id")) + ": version "
                        + ResponseWords.text(rule.path("version")) + state);
            }
        }
    }

    @Command(name = "schema", description = "Print the JSON Schema of part files.")
    static final class Schema extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return StringNode.valueOf(service.getText("/" + KIND + "/schema"));
        }

        @Override
        void print(JsonNode schema) {
            System.out.print(schema.asString());
        }
    }

    @Command(name = "remove", description = "Delete a shared part that no rule uses.")
    static final class Remove extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.delete(path(KIND));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Part " + ResponseWords.safe(name()) + " is removed.");
        }
    }
}
