package lectomen.client;

import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

/** The numbers that documents get. */
@Command(
        name = "counter",
        description = "Number sequences: show them, or set the next number. A counter is defined in a shared part.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {CounterCommand.ListCounters.class, CounterCommand.Set.class, CounterCommand.Changes.class})
final class CounterCommand {
    private static final String KIND = "counters";

    private static void print(JsonNode answer) {
        Table table = new Table("COUNTER", "RUN", "NEXT", "FILED", "ON THE WAY", "UNUSED", "USED BY").shrink(6);
        for (JsonNode counter : answer.path(KIND)) {
            String name = ResponseWords.text(counter.path("name"));
            String users = QueryCommand.joined(counter.path("usedBy"));
            if (counter.path("runs").isEmpty()) {
                table.row(name, "", "none given yet", "", "", "", users);
            }
            for (JsonNode run : counter.path("runs")) {
                table.row(
                        name,
                        ResponseWords.text(run.path("run")),
                        ResponseWords.text(run.path("next")),
                        ResponseWords.text(run.path("given")),
                        ResponseWords.text(run.path("inHand")),
                        ResponseWords.text(run.path("unused")),
                        users);
            }
        }
        if (table.isEmpty()) {
            System.out.println("There are no counters yet. Define one as a shared part: lectomen part put FILE");
        } else {
            table.print();
        }
    }

    @Command(name = "list", description = "Show all counters, and the next number of each run.")
    static final class ListCounters extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/" + KIND);
        }

        @Override
        void print(JsonNode answer) {
            CounterCommand.print(answer);
        }
    }

    @Command(
            name = "set",
            description = "Set the next number of a counter. The reason is recorded in the history.",
            footer = {"", "Example: lectomen counter set readings --run 2027-03 --next 118 --reason 'as on paper'"})
    static final class Set extends QueryCommand.AboutName {
        @Option(names = "--next", required = true, paramLabel = "NUMBER", description = "The next number to give.")
        private long next;

        @Option(names = "--run", paramLabel = "RUN", description = "The run, as shown in the list.")
        private String run = "";

        @Option(names = "--reason", required = true, paramLabel = "WORDS", description = "Why.")
        private String reason = "";

        @Override
        JsonNode ask(Service service) {
            return service.post(path(KIND) + "/set?next=" + next + "&run=" + Service.encoded(run) + "&reason="
                    + Service.encoded(reason));
        }

        @Override
        void print(JsonNode answer) {
            CounterCommand.print(answer);
        }
    }

    @Command(name = "changes", description = "Show when a counter was set by hand, by whom and why.")
    static final class Changes extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.get(path(KIND) + "/changes");
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("WHEN", "BY", "RUN", "FROM", "TO", "REASON").shrink(5);
            for (JsonNode change : answer.path("changes")) {
                table.row(
                        ResponseWords.time(change.path("changedAt")),
                        ResponseWords.text(change.path("changedBy")),
                        ResponseWords.text(change.path("run")),
                        ResponseWords.text(change.path("before")),
                        ResponseWords.text(change.path("after")),
                        ResponseWords.text(change.path("reason")));
            }
            table.print();
        }
    }
}
