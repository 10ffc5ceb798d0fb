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
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Jobs. */
@Command(
        name = "job",
        description = "Show, hold, release, retry or cancel jobs.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            JobCommand.ListJobs.class,
            JobCommand.Show.class,
            JobLogCommand.class,
            JobActionCommand.Retry.class,
            JobActionCommand.RunAgain.class,
            JobActionCommand.GoOn.class,
            JobActionCommand.Hold.class,
            JobActionCommand.Release.class,
            JobActionCommand.Cancel.class,
            JobActionCommand.Priority.class,
            JobActionCommand.Move.class,
            JobActionCommand.FileByHand.class,
            JobCommand.Note.class,
            DeskCommand.Evidence.class
        })
final class JobCommand {
    private static String outcome(JsonNode job) {
        List<String> places = new ArrayList<>();
        job.path("places").forEach(place -> places.add(ResponseWords.text(place)));
        String reason = ResponseWords.text(job.path("reason").path("words"));
        String next = ResponseWords.ahead(job.path("nextTryAt"));
        boolean waits = ResponseWords.text(job.path("state")).equals("waiting") && !reason.isEmpty();
        String outcome = places.isEmpty() || waits ? reason : String.join(", ", places);
        return next.isEmpty() ? outcome : outcome + " Next attempt " + next + ".";
    }

    @Command(
            name = "list",
            description = "List jobs, newest first.",
            footer = {
                "",
                "States: waiting, working, needs-review, awaiting-approval, filed, unmatched, rejected, failed, held, in-doubt,",
                "cancelled.",
                "",
                "Examples:",
                "  lectomen job list --state failed",
                "  lectomen job list --rule mooring-permits --name 0031 --json",
                "  lectomen job list --since 2h --order changed"
            })
    static final class ListJobs implements Callable<Integer> {
        private static final int PAGE = 500;

        enum Order {
            newest,
            oldest,
            changed
        }

        @Mixin
        private final Connection connection = new Connection();

        @Mixin
        private final JobFilter filter = new JobFilter();

        @Option(
                names = "--order",
                paramLabel = "newest|oldest|changed",
                defaultValue = "newest",
                description = "Sort order; changed: last changed first (default: newest).")
        private Order order = Order.newest;

        @Option(
                names = "--limit",
                paramLabel = "N",
                defaultValue = "100",
                description = "Maximum number of jobs (default: 100).")
        private int limit = 100;

        @Override
        public Integer call() throws IOException {
            Service service = connection.service();
            ObjectNode answer = JsonMapper.builder().build().createObjectNode();
            ArrayNode jobs = answer.putArray("jobs");
            String cursor = "";
            boolean more = true;
            while (more && jobs.size() < limit) {
                int ask = Math.min(PAGE, limit - jobs.size());
                JsonNode page = service.get("/jobs?limit=" + ask + "&order=" + order + filter.query() + cursor);
                page.path("jobs").forEach(jobs::add);
                more = page.has("next");
                cursor = "&cursor=" + Service.encoded(ResponseWords.text(page.path("next")));
            }
            if (connection.json()) {
                answer.put("more", more);
                return Connection.printJson(answer);
            }
            print(jobs);
            if (more && !jobs.isEmpty()) {
                System.out.println("There are more. Show more with --limit N.");
            }
            return 0;
        }

        private static void print(ArrayNode jobs) {
            if (jobs.isEmpty()) {
                System.out.println("No jobs match.");
                return;
            }
            Table table = new Table("JOB", "STATE", "RULE", "RECEIVED", "SIZE", "FILE").shrink(5, 2);
            for (JsonNode job : jobs) {
                String state = ResponseWords.text(job.path("state"));
                table.row(
                                ResponseWords.text(job.path("id")),
                                state,
                                ResponseWords.text(job.path("rule")),
                                ResponseWords.ago(job.path("createdAt")),
                                ResponseWords.size(job.path("size").asLong()),
                                ResponseWords.text(job.path("fileName")))
                        .colour(1, Colour.ofState(state))
                        .below(outcome(job));
            }
            table.print();
        }
    }

    @Command(
            name = "show",
            description = "Show everything about one job.",
            footer = {"", "Example: lectomen job show 1-17"})
    static final class Show implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The job id, such as 1-17.")
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
            name = "note",
            description = "Add a note to a job, for the next person.",
            footer = {"", "Example: lectomen job note 1-17 \"Asked the ferry office for a better scan.\""})
    static final class Note implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(index = "0", paramLabel = "ID", description = "The job id.")
        private String id = "";

        @Parameters(index = "1", paramLabel = "TEXT", description = "The text of the note.")
        private @Nullable String text;

        @Override
        public Integer call() throws IOException {
            ObjectNode note = JsonMapper.builder().build().createObjectNode();
            note.put("text", text);
            JsonNode notes = connection.service().postJson("/jobs/" + Service.encoded(id) + "/notes", note);
            if (connection.json()) {
                return Connection.printJson(notes);
            }
            System.out.println("Job " + id + " has " + Counted.of(notes.size(), "note", "notes") + ".");
            return 0;
        }
    }
}
