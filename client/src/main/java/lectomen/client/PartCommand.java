package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.StringNode;

/** What several rules name rather than write out. */
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

    @Command(name = "list", description = "Show all shared parts and the rules that use them.")
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
                System.out.println("There are no shared parts yet. Write one: lectomen part put FILE");
            } else {
                table.print();
            }
        }
    }

    @Command(name = "show", description = "Show a part's file.")
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
            description =
                    "Write a part, or what it is from now on. Each rule that names it gets a new version, which acts once it is put live.",
            footer = {"", "Example: lectomen part put permit-name.yaml --reason 'berth in front' --live"})
    static final class Put extends QueryCommand {
        @Parameters(paramLabel = "FILE", description = "The part's file; its name stands in it.")
        private Path file = Path.of("");

        @Option(names = "--reason", paramLabel = "WORDS", description = "Why, for whoever reads the versions later.")
        private String reason = "";

        @Option(
                names = "--live",
                description =
                        "Put those rules live with it whose latest version is live and whose samples stay the same.")
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

    @Command(name = "schema", description = "Print the JSON Schema of the files of parts.")
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

    @Command(name = "remove", description = "Take away a part that no rule uses.")
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
