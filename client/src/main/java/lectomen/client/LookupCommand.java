package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The tables by which rules check and complete fields. */
@Command(
        name = "lookup",
        description = "Tables by which rules check and complete fields.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            LookupCommand.ListLookups.class,
            LookupCommand.Show.class,
            LookupCommand.Put.class,
            LookupCommand.Remove.class
        })
final class LookupCommand {
    private static String path(String name) {
        return "/lookups/" + Service.encoded(name);
    }

    private static String joined(JsonNode list) {
        return StreamSupport.stream(list.spliterator(), false).map(Words::text).collect(Collectors.joining(", "));
    }

    @Command(name = "list", description = "Show all lookups, their columns, and the rules that use them.")
    static final class ListLookups implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/lookups");
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            Table table = new Table("LOOKUP", "ROWS", "VERSION", "COLUMNS", "USED BY").shrink(3, 4);
            for (JsonNode lookup : answer.path("lookups")) {
                table.row(
                        Words.text(lookup.path("name")),
                        Words.text(lookup.path("rows")),
                        Words.text(lookup.path("version")),
                        joined(lookup.path("columns")),
                        joined(lookup.path("usedBy")));
            }
            table.print();
            return 0;
        }
    }

    @Command(name = "show", description = "Print a lookup as CSV.")
    static final class Show implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "NAME", description = "The lookup's name.")
        private String name = "";

        @Override
        public Integer call() throws IOException {
            System.out.print(connection.service().getText(path(name)));
            return 0;
        }
    }

    @Command(
            name = "put",
            description =
                    "Write a lookup from a CSV file whose first row names the columns. It counts for every document from then on.",
            footer = {"", "Example: lectomen lookup put vessels vessels.csv"})
    static final class Put implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(index = "0", paramLabel = "NAME", description = "The lookup's name.")
        private String name = "";

        @Parameters(index = "1", paramLabel = "FILE.csv", description = "The table.")
        private Path file = Path.of("");

        @Override
        public Integer call() throws IOException {
            JsonNode lookup = connection.service().putText(path(name), Service.read(file));
            if (connection.json()) {
                return Connection.printJson(lookup);
            }
            System.out.println("Lookup " + Words.text(lookup.path("name")) + " has " + Words.text(lookup.path("rows"))
                    + " rows with " + joined(lookup.path("columns")) + ".");
            return 0;
        }
    }

    @Command(name = "remove", description = "Remove a lookup that no rule uses.")
    static final class Remove implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "NAME", description = "The lookup's name.")
        private String name = "";

        @Override
        public Integer call() throws IOException {
            connection.service().delete(path(name));
            System.out.println("Lookup " + Words.safe(name) + " is removed.");
            return 0;
        }
    }
}
