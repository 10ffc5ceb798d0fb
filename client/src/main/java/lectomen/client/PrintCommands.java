package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What can be done with the documents in print queues. */
final class PrintCommands {
    private PrintCommands() {}

    @Command(
            name = "documents",
            description = "List the documents that wait in a queue, are held, or are being printed.",
            footer = {"", "Example:", "  lectomen queue documents plan-room"})
    static final class Documents implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "QUEUE", description = "The name of the printer's connection.")
        private String queue = "";

        @Option(names = "--ended", description = "Instead: what was printed or given up, the last first.")
        private boolean ended;

        @Option(names = "--most", paramLabel = "N", defaultValue = "100", description = "How many (default: 100).")
        private int most;

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection
                    .service()
                    .get("/queues/" + Service.encoded(queue) + "/prints?ended=" + ended + "&most=" + most);
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            if (answer.path("prints").isEmpty()) {
                System.out.println(ended ? "Nothing was printed." : "Nothing waits.");
                return 0;
            }
            Table table =
                    new Table("ID", "DOCUMENT", "STATE", "COPIES", "SHEETS", ended ? "ENDED" : "ASKED FOR", "WHY");
            for (JsonNode print : answer.path("prints")) {
                table.row(
                        ResponseWords.text(print.path("id")),
                        ResponseWords.text(print.path("name")),
                        ResponseWords.text(print.path("state")),
                        ResponseWords.text(print.path("copies")),
                        print.path("sheets").asInt(0) == 0 ? "" : ResponseWords.text(print.path("sheets")),
                        ResponseWords.text(print.path(ended ? "endedAt" : "askedAt")),
                        ResponseWords.text(print.path("reason")));
            }
            table.print();
            return 0;
        }
    }

    /** Those that are named, or all that wait in a queue. */
    private static final class Which {
        @Parameters(paramLabel = "ID", arity = "1..*", description = "Documents, as \"queue documents\" lists them.")
        private List<String> ids = List.of();

        @Option(names = "--all", paramLabel = "QUEUE", required = true, description = "All documents of a queue.")
        private @Nullable String all;
    }

    /** Does something with documents, and says what it could not do. */
    private abstract static class Act implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        private final String action;
        private final String done;

        Act(String action, String done) {
            this.action = action;
            this.done = done;
        }

        abstract List<String> ids(Service service);

        @Override
        public Integer call() throws IOException {
            Service service = connection.service();
            List<String> ids = ids(service);
            int refused = 0;
            for (String id : ids) {
                try {
                    service.post("/prints/" + Service.encoded(id) + "/" + action);
                } catch (RequestRefused e) {
                    refused++;
                    System.err.println("lectomen: " + id + ": " + e.getMessage());
                }
            }
            int good = ids.size() - refused;
            System.out.println(good + (good == 1 ? " document " : " documents ") + done + ".");
            return refused == 0 ? 0 : 1;
        }
    }

    /** With documents that are named one by one. */
    private abstract static class ActOnNamed extends Act {
        @Parameters(paramLabel = "ID", arity = "1..*", description = "Documents, as \"queue documents\" lists them.")
        private List<String> ids = List.of();

        ActOnNamed(String action, String done) {
            super(action, done);
        }

        @Override
        List<String> ids(Service service) {
            return ids;
        }
    }

    /** Or with all of a queue that are in some states. */
    private abstract static class ActOnSome extends Act {
        @ArgGroup(multiplicity = "1")
        private Which which = new Which();

        private final Set<String> states;

        ActOnSome(String action, String done, String... states) {
            super(action, done);
            this.states = Set.of(states);
        }

        @Override
        List<String> ids(Service service) {
            return which.all == null ? which.ids : all(service, which.all);
        }

        private List<String> all(Service service, String queue) {
            JsonNode answer = service.get("/queues/" + Service.encoded(queue) + "/prints?ended=false&most=1000");
            List<String> ids = new ArrayList<>();
            for (JsonNode print : answer.path("prints")) {
                if (states.contains(print.path("state").asString(""))) {
                    ids.add(print.path("id").asString(""));
                }
            }
            return ids;
        }
    }

    @Command(name = "hold", description = "Hold documents: they wait until they are released.")
    static final class Hold extends ActOnSome {
        Hold() {
            super("hold", "held", "waiting");
        }
    }

    @Command(
            name = "release",
            description = "Let held documents be printed.",
            footer = {"", "Example:", "  lectomen queue release --all plan-room"})
    static final class Release extends ActOnSome {
        Release() {
            super("release", "released", "held");
        }
    }

    @Command(name = "first", description = "Print documents before all others of their queue.")
    static final class First extends ActOnNamed {
        First() {
            super("first", "moved to the front");
        }
    }

    @Command(name = "last", description = "Print documents after all others of their queue.")
    static final class Last extends ActOnNamed {
        Last() {
            super("last", "moved to the end");
        }
    }

    @Command(name = "cancel", description = "Cancel the printing of documents, here or at the printer.")
    static final class Cancel extends ActOnSome {
        Cancel() {
            super("cancel", "cancelled", "waiting", "held", "printing");
        }
    }

    @Command(name = "again", description = "Print documents once more that were printed or given up.")
    static final class Again extends ActOnNamed {
        Again() {
            super("again", "added to the queue again");
        }
    }

    @Command(
            name = "ticket",
            description = "Show what the printer is asked for a document, or change it while the document waits.",
            footer = {"", "Example:", "  lectomen queue ticket 1-e42 copies=2 sides=two-sided-long-edge"})
    static final class Ticket implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(index = "0", paramLabel = "ID", description = "A document, as \"queue documents\" lists it.")
        private String id = "";

        @Parameters(
                index = "1..*",
                paramLabel = "WORD=VALUE",
                description = "What to ask for; without a value, what the rule asks for.")
        private Map<String, String> changes = new LinkedHashMap<>();

        @Override
        public Integer call() throws IOException {
            String path = "/prints/" + Service.encoded(id);
            JsonNode print = changes.isEmpty()
                    ? connection.service().get(path)
                    : connection.service().putJson(path + "/ticket", body());
            if (connection.json()) {
                return Connection.printJson(print);
            }
            show(print);
            return 0;
        }

        private JsonNode body() {
            ObjectNode body = JsonMapper.shared().createObjectNode();
            ObjectNode ticket = body.putObject("ticket");
            changes.forEach(ticket::put);
            return body;
        }

        private static void show(JsonNode print) {
            List<String> changed = new ArrayList<>();
            print.path("changed").forEach(word -> changed.add(word.asString("")));
            Table table = new Table("WORD", "VALUE", "");
            print.path("ticket")
                    .properties()
                    .forEach(word -> table.row(
                            word.getKey(),
                            ResponseWords.text(word.getValue()),
                            changed.contains(word.getKey()) ? "changed" : ""));
            table.print();
        }
    }

    @Command(
            name = "report",
            description = "Show what was printed, and on how many sheets.",
            footer = {"", "Example:", "  lectomen queue report --first 2027-03-01 --last 2027-03-31"})
    static final class Report implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Option(names = "--first", paramLabel = "DAY", description = "The first day (default: 30 days ago).")
        private @Nullable String first;

        @Option(names = "--last", paramLabel = "DAY", description = "The last day (default: today).")
        private @Nullable String last;

        @Override
        public Integer call() throws IOException {
            String query =
                    Map.of("first", Optional.ofNullable(first), "last", Optional.ofNullable(last)).entrySet().stream()
                            .filter(day -> day.getValue().isPresent())
                            .sorted(Map.Entry.comparingByKey())
                            .map(day -> day.getKey() + "="
                                    + Service.encoded(day.getValue().get()))
                            .collect(Collectors.joining("&"));
            JsonNode report = connection.service().get("/print-report" + (query.isEmpty() ? "" : "?" + query));
            if (connection.json()) {
                return Connection.printJson(report);
            }
            System.out.println("From " + ResponseWords.text(report.path("first")) + " to "
                    + ResponseWords.text(report.path("last")));
            if (report.path("lines").isEmpty()) {
                System.out.println("Nothing was printed.");
                return 0;
            }
            Table table = new Table("QUEUE", "RULE", "FROM", "SENDER", "DOCUMENTS", "COPIES", "SHEETS");
            for (JsonNode line : report.path("lines")) {
                table.row(List.of("queue", "rule", "from", "sender", "documents", "copies", "sheets").stream()
                        .map(column -> ResponseWords.text(line.path(column)))
                        .toArray(String[]::new));
            }
            table.print();
            return 0;
        }
    }
}
