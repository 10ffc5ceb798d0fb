package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.StringNode;

/** The tables by which rules check and complete fields. */
@Command(
        name = "lookup",
        description = "Tables that rules use to check and complete fields.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            LookupCommand.ListLookups.class,
            LookupCommand.Show.class,
            LookupCommand.Put.class,
            LookupCommand.Remove.class
        })
final class LookupCommand {
    private static final String KIND = "lookups";

    @Command(name = "list", description = "List lookups with their columns and the rules that use them.")
    static final class ListLookups extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/" + KIND);
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("LOOKUP", "ROWS", "VERSION", "COLUMNS", "USED BY").shrink(3, 4);
            for (JsonNode lookup : answer.path(KIND)) {
                table.row(
                        ResponseWords.text(lookup.path("name")),
                        ResponseWords.text(lookup.path("rows")),
                        ResponseWords.text(lookup.path("version")),
                        joined(lookup.path("columns")),
                        joined(lookup.path("usedBy")));
            }
            table.print();
        }
    }

    @Command(name = "show", description = "Print a lookup as CSV.")
    static final class Show extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return StringNode.valueOf(service.getText(path(KIND)));
        }

        @Override
        void print(JsonNode csv) {
            System.out.print(csv.asString());
        }
    }

    @Command(
            name = "put",
            description =
                    "Create or replace a lookup from a CSV file whose first row names the columns. It applies to every document from then on.",
            footer = {"", "Example: lectomen lookup put vessels vessels.csv"})
    static final class Put extends QueryCommand.AboutName {
        @Parameters(index = "1", paramLabel = "FILE.csv", description = "The CSV file.")
        private Path file = Path.of("");

        @Override
        JsonNode ask(Service service) throws IOException {
            return service.putText(path(KIND), Service.read(file));
        }

        @Override
        void print(JsonNode lookup) {
            System.out.println("Lookup " + ResponseWords.text(lookup.path("name")) + " has "
                    + ResponseWords.text(lookup.path("rows")) + " rows with " + joined(lookup.path("columns")) + ".");
        }
    }

    @Command(name = "remove", description = "Delete a lookup that no rule uses.")
    static final class Remove extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.delete(path(KIND));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Lookup " + ResponseWords.safe(name()) + " is removed.");
        }
    }
}
