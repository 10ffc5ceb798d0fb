package lectomen.client;

import java.io.IOException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The versions of a rule: their text, their differences, and restoring one. */
final class RuleHistoryCommand {
    private RuleHistoryCommand() {}

    /** A line of a difference. */
    static void printLine(JsonNode line) {
        int number = line.path("number").asInt();
        String text = ResponseWords.text(line.path("text"));
        System.out.println(
                switch (ResponseWords.text(line.path("kind"))) {
                    case "ADDED" -> "%5d + %s".formatted(number, text);
                    case "REMOVED" -> "%5d - %s".formatted(number, text);
                    case "GAP" -> "      … " + Counted.of(number, "unchanged line", "unchanged lines");
                    default -> "%5d   %s".formatted(number, text);
                });
    }

    @Command(
            name = "rename",
            description = {
                "Rename a rule, in all its versions and jobs.",
                "Its hot folder keeps its name unless --folder is given."
            },
            footer = {"", "Example: lectomen rule rename permits mooring-permits --folder"})
    static final class Rename extends QueryCommand.AboutRule {
        @Parameters(index = "1", paramLabel = "NEW", description = "The new id.")
        private String to = "";

        @Option(
                names = "--folder",
                description = "Also rename the hot folder, with its files, if it is named after the rule.")
        private boolean folder;

        @Override
        JsonNode ask(Service service) {
            return service.post(path() + "/rename?to=" + Service.encoded(to) + "&folder=" + folder);
        }

        @Override
        void print(JsonNode answer) {
            System.out.println("Rule " + id() + " is " + ResponseWords.text(answer.path("id"))
                    + " from now on; it takes files from " + joined(answer.path("folders")) + ".");
        }
    }

    @Command(name = "versions", description = "List the versions of a rule, newest first.")
    static final class Versions extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.get(path() + "/versions");
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("VERSION", "WRITTEN", "BY", "REASON").shrink(3);
            for (JsonNode version : answer.path("versions")) {
                table.row(
                        ResponseWords.text(version.path("version")),
                        ResponseWords.time(version.path("addedAt")),
                        ResponseWords.text(version.path("addedBy")),
                        ResponseWords.text(version.path("reason")));
            }
            table.print();
        }
    }

    @Command(
            name = "diff",
            description = "Show the changes between two versions (default: from the live one to the latest).",
            footer = {"", "Example: lectomen rule diff mooring-permits --from 2 --to 4"})
    static final class Diff extends QueryCommand.AboutRule {
        @Option(names = "--from", paramLabel = "VERSION", description = "The older version.")
        private int from;

        @Option(names = "--to", paramLabel = "VERSION", description = "The newer version.")
        private int to;

        @Override
        JsonNode ask(Service service) {
            String which = (from > 0 ? "&from=" + from : "") + (to > 0 ? "&to=" + to : "");
            return service.get(path() + "/difference" + (which.isEmpty() ? "" : "?" + which.substring(1)));
        }

        @Override
        void print(JsonNode answer) {
            boolean same =
                    answer.path("lines").isEmpty() && answer.path("parts").isEmpty();
            System.out.println("Rule " + ResponseWords.safe(id()) + ", from version "
                    + answer.path("from").asInt() + " to "
                    + answer.path("to").asInt()
                    + (same ? ": no changes." : ":"));
            answer.path("lines").forEach(RuleHistoryCommand::printLine);
            for (JsonNode part : answer.path("parts")) {
                System.out.println("Shared part " + ResponseWords.text(part.path("name")) + ":");
                part.path("lines").forEach(RuleHistoryCommand::printLine);
            }
        }
    }

    @Command(
            name = "restore",
            description = "Restore an earlier version as a new draft.",
            footer = {"", "Example: lectomen rule restore mooring-permits --to 3"})
    static final class Return extends RuleCommand.Change {
        @Option(names = "--to", required = true, paramLabel = "VERSION", description = "The version to restore.")
        private int to;

        @Override
        JsonNode ask(Service service) throws IOException {
            return service.post(path() + "/restore?to=" + to);
        }
    }
}
