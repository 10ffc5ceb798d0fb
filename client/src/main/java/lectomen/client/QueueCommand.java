package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
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
            QueueCommand.Find.class,
            QueueCommand.Add.class,
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

    @Command(
            name = "find",
            description = "Find printers that announce themselves in the network of the service.",
            footer = {"", "To use one, put its address into a connection in lectomen.yaml, and start the service again."
            })
    static final class Find implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/found-printers");
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            if (answer.path("printers").isEmpty()) {
                System.out.println("No printer announces itself in the network of the service.");
                return 0;
            }
            Table table = new Table("NAME", "ADDRESS", "PRINTER", "WHERE");
            for (JsonNode printer : answer.path("printers")) {
                table.row(
                        ResponseWords.text(printer.path("name")),
                        ResponseWords.text(printer.path("address")),
                        ResponseWords.text(printer.path("model")),
                        ResponseWords.text(printer.path("location")));
            }
            table.print();
            return 0;
        }
    }

    @Command(
            name = "add",
            description = "Add a hot folder to a print queue: what is put into it is printed there.",
            footer = {
                "",
                "The folder and its rule are called as the queue is. The rule can be changed like any other.",
                "",
                "Example:",
                "  lectomen queue add plan-room --folder"
            })
    static final class Add implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "NAME", description = "The name of the printer's connection.")
        private String name = "";

        @Option(names = "--folder", description = "Add the folder and put its rule live.")
        private boolean folder;

        @Override
        public Integer call() throws IOException {
            if (!folder) {
                throw new RequestRefused("--folder is missing; printers themselves are added in lectomen.yaml");
            }
            Service service = connection.service();
            JsonNode points = service.get("/starting-points?printer=" + Service.encoded(name));
            String text = points.path("startingPoints").get(0).path("text").asString();
            JsonNode rule = service.postText("/rules", text);
            String id = Service.encoded(rule.path("id").asString());
            JsonNode live = service.post("/rules/" + id + "/live");
            if (connection.json()) {
                return Connection.printJson(live);
            }
            System.out.println("Rule " + ResponseWords.text(live.path("id")) + " is live.");
            service.get("/rules/" + id)
                    .path("sentences")
                    .forEach(sentence -> System.out.println(ResponseWords.text(sentence.path("words"))));
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
