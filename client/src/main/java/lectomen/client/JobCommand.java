package lectomen.client;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Jobs. */
@Command(
        name = "job",
        description = "See what became of documents, and try again or end a job.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {JobCommand.ListJobs.class, JobCommand.Show.class, JobCommand.Retry.class, JobCommand.Cancel.class
        })
final class JobCommand {
    private static String outcome(JsonNode job) {
        List<String> places = new ArrayList<>();
        job.path("places").forEach(place -> places.add(Words.text(place)));
        String reason = Words.text(job.path("reason").path("words"));
        return places.isEmpty() ? reason : String.join(", ", places);
    }

    private static int printOne(Connection connection, JsonNode job) {
        if (connection.json()) {
            return Connection.printJson(job);
        }
        System.out.println("Job " + Words.text(job.path("id")) + " is " + Words.text(job.path("state")));
        return 0;
    }

    @Command(
            name = "list",
            description = "Show jobs, the newest first.",
            footer = {
                "",
                "States: waiting, working, needs-review, awaiting-approval, filed, unwanted, rejected, failed, held, in-doubt,",
                "cancelled.",
                "",
                "Examples:",
                "  lectomen job list --state failed",
                "  lectomen job list --rule mooring-permits --name 0031 --json"
            })
    static final class ListJobs implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Option(names = "--state", paramLabel = "STATE", description = "Only jobs in this state.")
        private @Nullable String state;

        @Option(names = "--rule", paramLabel = "ID", description = "Only jobs of this rule.")
        private @Nullable String rule;

        @Option(names = "--name", paramLabel = "TEXT", description = "Only jobs whose file name holds this text.")
        private @Nullable String name;

        @Option(
                names = "--limit",
                paramLabel = "N",
                defaultValue = "1000",
                description = "At most so many (default: 1000).")
        private int limit = 1000;

        @Override
        public Integer call() throws IOException {
            String filter = "?limit=" + limit + part("state", state) + part("rule", rule) + part("name", name);
            JsonNode answer = connection.service().get("/jobs" + filter);
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            List<List<String>> rows = new ArrayList<>();
            List<String> outcomes = new ArrayList<>();
            for (JsonNode job : answer.path("jobs")) {
                rows.add(List.of(
                        Words.text(job.path("id")),
                        Words.text(job.path("state")),
                        Words.text(job.path("rule")),
                        Words.text(job.path("fileName"))));
                outcomes.add(outcome(job));
            }
            if (rows.isEmpty()) {
                System.out.println("No such jobs.");
            } else {
                Words.table(List.of("JOB", "STATE", "RULE", "FILE"), rows, outcomes);
            }
            return 0;
        }

        private static String part(String key, @Nullable String value) {
            return value == null ? "" : "&" + key + "=" + Service.encoded(value);
        }
    }

    @Command(
            name = "show",
            description = "Tell one job's whole story.",
            footer = {"", "Example: lectomen job show 1-17"})
    static final class Show implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The job's id, such as 1-17.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            JsonNode job = connection.service().get("/jobs/" + Service.encoded(id));
            if (connection.json()) {
                return Connection.printJson(job);
            }
            JobStory.print(job);
            return 0;
        }
    }

    @Command(
            name = "retry",
            description =
                    "Try a job again: one that ended badly from its beginning, one that waits at once. What has a receipt is "
                            + "not repeated.")
    static final class Retry implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The job's id.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            return printOne(connection, connection.service().post("/jobs/" + Service.encoded(id) + "/retry"));
        }
    }

    @Command(name = "cancel", description = "End a job for good. Its original is kept.")
    static final class Cancel implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The job's id.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            return printOne(connection, connection.service().post("/jobs/" + Service.encoded(id) + "/cancel"));
        }
    }
}
