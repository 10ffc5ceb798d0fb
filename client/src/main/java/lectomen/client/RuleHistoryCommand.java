package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The versions of a rule: what they were, what changed, and the way back. */
final class RuleHistoryCommand {
    private RuleHistoryCommand() {}

    private static String path(String id) {
        return "/rules/" + Service.encoded(id);
    }

    @Command(name = "versions", description = "Show all versions of a rule, the newest first.")
    static final class Versions implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get(path(id) + "/versions");
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            Table table = new Table("VERSION", "WRITTEN", "BY", "REASON").shrink(3);
            for (JsonNode version : answer.path("versions")) {
                table.row(
                        Words.text(version.path("version")),
                        Words.time(version.path("addedAt")),
                        Words.text(version.path("addedBy")),
                        Words.text(version.path("reason")));
            }
            table.print();
            return 0;
        }
    }

    @Command(
            name = "diff",
            description = "Show what changed between two versions: by default from the live one to the latest.",
            footer = {"", "Example: lectomen rule diff mooring-permits --from 2 --to 4"})
    static final class Diff implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Option(names = "--from", paramLabel = "VERSION", description = "The older version.")
        private int from;

        @Option(names = "--to", paramLabel = "VERSION", description = "The newer version.")
        private int to;

        @Override
        public Integer call() throws IOException {
            String which = (from > 0 ? "&from=" + from : "") + (to > 0 ? "&to=" + to : "");
            JsonNode answer = connection
                    .service()
                    .get(path(id) + "/difference" + (which.isEmpty() ? "" : "?" + which.substring(1)));
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            System.out.println("Rule " + Words.safe(id) + ", from version "
                    + answer.path("from").asInt() + " to "
                    + answer.path("to").asInt()
                    + (answer.path("lines").isEmpty() ? ": nothing changed." : ":"));
            answer.path("lines").forEach(Diff::print);
            return 0;
        }

        private static void print(JsonNode line) {
            int number = line.path("number").asInt();
            String text = Words.text(line.path("text"));
            System.out.println(
                    switch (Words.text(line.path("kind"))) {
                        case "ADDED" -> "%5d + %s".formatted(number, text);
                        case "REMOVED" -> "%5d - %s".formatted(number, text);
                        case "GAP" -> "      … " + number + (number == 1 ? " line" : " lines") + " the same";
                        default -> "%5d   %s".formatted(number, text);
                    });
        }
    }

    @Command(
            name = "return",
            description = "Make an earlier version the latest again, as a draft. It acts once it is put live.",
            footer = {"", "Example: lectomen rule return mooring-permits --to 3"})
    static final class Return implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Option(names = "--to", required = true, paramLabel = "VERSION", description = "The version to go back to.")
        private int to;

        @Override
        public Integer call() throws IOException {
            return RuleCommand.answer(connection, connection.service().post(path(id) + "/return?to=" + to));
        }
    }
}
