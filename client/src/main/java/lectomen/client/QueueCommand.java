package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Print queues: connections to printers. */
@Command(
        name = "queue",
        description = "Print queues: printers, what they can do, and the documents that wait for them.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            QueueCommand.ListAll.class,
            QueueCommand.Show.class,
            PrintCommands.Documents.class,
            PrintCommands.Hold.class,
            PrintCommands.Release.class,
            PrintCommands.First.class,
            PrintCommands.Last.class,
            PrintCommands.Cancel.class,
            PrintCommands.Again.class,
            PrintCommands.Ticket.class,
            PrintCommands.Report.class
        })
final class QueueCommand {
    @Command(name = "list", description = "Ask all printers how they are.")
    static final class ListAll implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/queues");
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            if (answer.path("queues").isEmpty()) {
                System.out.println("There is no printer in lectomen.yaml.");
                return 0;
            }
            Table table = new Table("QUEUE", "STATE", "LOADED", "PRINTER");
            for (JsonNode queue : answer.path("queues")) {
                table.row(
                        ResponseWords.text(queue.path("name")),
                        state(queue),
                        list(queue.path("readyMedia")),
                        printer(queue));
            }
            table.print();
            return 0;
        }
    }

    private static String state(JsonNode queue) {
        String problem = queue.path("problem").asString("");
        if (!problem.isEmpty()) {
            return "away: " + problem;
        }
        String reasons = ResponseWords.text(queue.path("reasons"));
        String state = ResponseWords.text(queue.path("state"));
        return state + (state.isEmpty() || reasons.isEmpty() ? "" : ": ") + reasons;
    }

    private static String printer(JsonNode queue) {
        String model = ResponseWords.text(queue.path("model"));
        return (model.isEmpty() ? "" : model + ", ") + ResponseWords.text(queue.path("address"));
    }

    private static String list(JsonNode values) {
        return StreamSupport.stream(values.spliterator(), false)
                .map(ResponseWords::text)
                .collect(Collectors.joining(", "));
    }

    @Command(
            name = "show",
            description = "Show what a printer can do, and what is asked of it unless a rule says otherwise.",
            footer = {"", "Example:", "  lectomen queue show plan-room"})
    static final class Show implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "NAME", description = "The name of the printer's connection.")
        private String name = "";

        @Override
        public Integer call() throws IOException {
            JsonNode queue = connection.service().get("/queues/" + Service.encoded(name));
            if (connection.json()) {
                return Connection.printJson(queue);
            }
            System.out.println(ResponseWords.text(queue.path("name")) + ": " + printer(queue));
            System.out.println("State    " + state(queue));
            line("Loaded   ", queue.path("readyMedia"));
            line("Takes    ", queue.path("formats"));
            if (queue.path("ticket").isEmpty()) {
                return 0;
            }
            System.out.println();
            Table table = new Table("WORD", "DEFAULT", "VALUES");
            for (JsonNode word : queue.path("ticket")) {
                table.row(ResponseWords.text(word.path("word")), usual(word), list(word.path("values")));
            }
            table.print();
            return 0;
        }

        private static void line(String title, JsonNode values) {
            if (!values.isEmpty()) {
                System.out.println(title + list(values));
            }
        }

        /** The queue's own goes before the printer's. */
        private static String usual(JsonNode word) {
            List<String> both = new ArrayList<>(List.of(
                    ResponseWords.text(word.path("queueDefault")), ResponseWords.text(word.path("printerDefault"))));
            both.removeIf(String::isEmpty);
            return both.isEmpty() ? "" : both.get(0);
        }
    }
}
