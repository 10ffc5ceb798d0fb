package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** What the service is doing now. */
@Command(
        name = "status",
        description = "Show the status of the service: jobs by state, hot folders, and what needs attention.",
        footer = {"", "Example: lectomen status --home demo-home"})
final class StatusCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Override
    public Integer call() throws IOException {
        JsonNode status = connection.service().get("/status");
        if (connection.json()) {
            return Connection.printJson(status);
        }
        System.out.println("Home      " + ResponseWords.text(status.path("home")) + ", running since "
                + ResponseWords.time(status.path("startedAt")));
        System.out.println("Rules     " + status.path("liveRules").asInt() + " live");
        System.out.println("Workers   " + status.path("workers").path("running").size() + " running, configured: "
                + status.path("workers").path("most").asInt());
        List<String> counts = new ArrayList<>();
        status.path("jobs")
                .properties()
                .forEach(state -> counts.add(state.getValue().asInt() + " " + state.getKey()));
        System.out.println("Jobs      " + (counts.isEmpty() ? "none yet" : String.join(", ", counts)));
        System.out.println("Disk      "
                + ResponseWords.size(status.path("disk").path("freeBytes").asLong())
                + " free; intake stops below "
                + ResponseWords.size(status.path("disk").path("keepFreeBytes").asLong()));
        Table table =
                new Table("HOT FOLDER", "LAST CHECK", "NEXT CHECK", "LAST FILE", "IN FOLDER", "STATE").shrink(0, 5);
        for (JsonNode source : status.path("sources")) {
            String trouble = ResponseWords.text(source.path("trouble").path("words"));
            String silent = ResponseWords.text(source.path("silent").path("words"));
            boolean well = trouble.isEmpty() && silent.isEmpty();
            table.row(
                            ResponseWords.text(source.path("folder")),
                            ResponseWords.ago(source.path("lastLookAt")),
                            ResponseWords.ahead(source.path("nextLookAt")),
                            ResponseWords.ago(source.path("lastArrivalAt")),
                            inFolder(source),
                            SourceCommand.state(source))
                    .colour(5, well ? Colour.GREEN : Colour.RED)
                    .below(trouble.isEmpty() ? silent : trouble);
        }
        if (!table.isEmpty()) {
            System.out.println();
            table.print();
        }
        if (!status.path("attention").isEmpty()) {
            System.out.println("\nNeeds attention:");
            status.path("attention").forEach(line -> System.out.println("  " + ResponseWords.text(line)));
        }
        return 0;
    }

    private static String inFolder(JsonNode source) {
        List<String> inFolder = new ArrayList<>();
        for (String what : List.of("settling", "ready", "unmatched", "left")) {
            int count = source.path(what).asInt();
            if (count > 0) {
                inFolder.add(count + " " + what);
            }
        }
        return inFolder.isEmpty() ? "nothing" : String.join(", ", inFolder);
    }
}
