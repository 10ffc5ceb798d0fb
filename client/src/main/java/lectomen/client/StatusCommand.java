package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** What the service is doing, at a glance. */
@Command(
        name = "status",
        description =
                "Show what the service is doing: jobs by state, hot folders, and what needs somebody's attention.",
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
        System.out.println("Home      " + Words.text(status.path("home")) + ", running since "
                + Words.time(status.path("startedAt")));
        System.out.println("Rules     " + status.path("liveRules").asInt() + " live");
        System.out.println("Workers   " + status.path("workers").path("running").size() + " running of at most "
                + status.path("workers").path("most").asInt());
        List<String> counts = new ArrayList<>();
        status.path("jobs")
                .properties()
                .forEach(state -> counts.add(state.getValue().asInt() + " " + state.getKey()));
        System.out.println("Jobs      " + (counts.isEmpty() ? "none yet" : String.join(", ", counts)));
        List<List<String>> rows = new ArrayList<>();
        for (JsonNode source : status.path("sources")) {
            String trouble = Words.text(source.path("trouble").path("words"));
            rows.add(List.of(
                    Words.text(source.path("folder")),
                    Words.time(source.path("lastLookAt")),
                    Words.time(source.path("nextLookAt")),
                    Integer.toString(source.path("settling").asInt()),
                    Integer.toString(source.path("unwanted").asInt()),
                    trouble.isEmpty() ? "reached" : trouble));
        }
        if (!rows.isEmpty()) {
            System.out.println();
            Words.table(
                    List.of("HOT FOLDER", "LAST LOOK", "NEXT AT THE LATEST", "SETTLING", "UNWANTED", "STATE"), rows);
        }
        if (!status.path("attention").isEmpty()) {
            System.out.println("\nNeeds attention:");
            status.path("attention").forEach(line -> System.out.println("  " + Words.text(line)));
        }
        return 0;
    }
}
