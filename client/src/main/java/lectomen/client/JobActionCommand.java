package lectomen.client;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Acts on jobs: on those that are named, or on all that a filter finds. */
abstract class JobActionCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Mixin
    private final JobFilter filter = new JobFilter();

    @Parameters(
            arity = "0..*",
            paramLabel = "ID",
            description = "Job ids, such as 1-17; or select jobs with filter options.")
    private List<String> ids = List.of();

    @Option(names = "--dry-run", description = "Only count the selected jobs; change nothing.")
    private boolean dry;

    /** The action's word in the interface. */
    abstract String action();

    /** What the action needs besides, as parts of a query. */
    String more() {
        return "";
    }

    /** What the action needs as a body; empty for none. */
    Optional<JsonNode> body() {
        return Optional.empty();
    }

    private JsonNode post(Service service, String path) {
        return body().map(body -> service.postJson(path, body)).orElseGet(() -> service.post(path));
    }

    @Override
    public Integer call() throws IOException {
        if (ids.isEmpty() == filter.isEmpty()) {
            throw new ServiceUnreachable("select jobs by id, or by a filter such as --state failed --rule ID");
        }
        Service service = connection.service();
        if (ids.size() == 1 && !dry) {
            String query = more().replaceFirst("^&to=", "&rule=");
            JsonNode job = post(
                    service,
                    "/jobs/" + Service.encoded(ids.get(0)) + "/" + action()
                            + (query.isEmpty() ? "" : "?" + query.substring(1)));
            if (connection.json()) {
                return Connection.printJson(job);
            }
            System.out.println("Job " + ResponseWords.text(job.path("id")) + " is "
                    + ResponseWords.text(job.path("state"))
                    + (job.path("holdWanted").asBoolean() ? " and will be held when its worker has finished" : ""));
            return 0;
        }
        return many(service);
    }

    private int many(Service service) throws IOException {
        JsonNode done = ids.isEmpty()
                ? post(service, "/job-actions/" + action() + "?dry=" + dry + filter.query() + more())
                : named(service);
        if (connection.json()) {
            Connection.printJson(done);
        } else if (dry) {
            System.out.println(jobs(done.path("matched").asInt()) + " selected. Nothing was changed.");
        } else {
            System.out.println("Done: " + jobs(done.path("done").asInt()) + " of "
                    + done.path("matched").asInt() + ".");
            done.path("refusals")
                    .forEach(refused -> System.out.println("  " + ResponseWords.text(refused.path("words"))));
            int notListed = done.path("notDone").asInt() - done.path("refusals").size();
            if (notListed > 0) {
                System.out.println("  and " + notListed + " more that could not be changed");
            }
        }
        return done.path("notDone").asInt() > 0 ? 1 : 0;
    }

    /** Jobs by their ids go in the body: there may be many. */
    private JsonNode named(Service service) {
        ObjectNode body = (ObjectNode) body().orElseGet(JsonNodeFactory.instance::objectNode);
        ArrayNode named = body.putArray("ids");
        ids.forEach(named::add);
        String path = "/job-actions/" + action() + (body().isPresent() ? "" : "/jobs");
        return service.postJson(path + "?dry=" + dry + more(), body);
    }

    private static String jobs(int count) {
        return Counted.of(count, "job", "jobs");
    }

    @Command(
            name = "retry",
            description =
                    "Retry jobs: failed ones start from the beginning, waiting ones are tried now. Filings with a receipt "
                            + "are not repeated.",
            footer = {
                "",
                "Examples:",
                "  lectomen job retry 1-17",
                "  lectomen job retry --state failed --rule mooring-permits"
            })
    static final class Retry extends JobActionCommand {
        @Override
        String action() {
            return "retry";
        }
    }

    @Command(
            name = "run-again",
            description =
                    "Run finished jobs again from their originals, with the current rules. The new results replace "
                            + "the earlier ones, except files that somebody has changed since.",
            footer = {"", "Example: lectomen job run-again --rule mooring-permits --since 2027-03-01 --dry-run"})
    static final class RunAgain extends JobActionCommand {
        @Override
        String action() {
            return "run-again";
        }
    }

    @Command(
            name = "hold",
            description =
                    "Hold jobs until they are released. A job being processed is held when its worker has finished; "
                            + "of a job that waits for the documents made from it, those are held.")
    static final class Hold extends JobActionCommand {
        @Override
        String action() {
            return "hold";
        }
    }

    @Command(
            name = "continue",
            description = "Let jobs go on at once that wait for a time.",
            footer = {"", "Example: lectomen job continue 1-17"})
    static final class GoOn extends JobActionCommand {
        @Override
        String action() {
            return "continue";
        }
    }

    @Command(name = "release", description = "Release held jobs.")
    static final class Release extends JobActionCommand {
        @Override
        String action() {
            return "release";
        }
    }

    @Command(name = "cancel", description = "Cancel jobs. Their originals are kept.")
    static final class Cancel extends JobActionCommand {
        @Override
        String action() {
            return "cancel";
        }
    }

    @Command(
            name = "priority",
            description = "Set the priority of jobs.",
            footer = {"", "Example: lectomen job priority 1-17 --to 90"})
    static final class Priority extends JobActionCommand {
        @Option(
                names = "--to",
                required = true,
                paramLabel = "1..100",
                description = "The new priority (50 is normal; higher runs sooner).")
        private int priority;

        @Override
        String action() {
            return "priority";
        }

        @Override
        String more() {
            return "&priority=" + priority;
        }
    }

    @Command(
            name = "move",
            description = "Run jobs with another rule. Their earlier results are replaced.",
            footer = {"", "Example: lectomen job move 1-17 --to manual-indexing"})
    static final class Move extends JobActionCommand {
        @Option(names = "--to", required = true, paramLabel = "RULE", description = "The id of the rule.")
        private @Nullable String rule;

        @Override
        String action() {
            return "move";
        }

        @Override
        String more() {
            return "&to=" + Service.encoded(rule == null ? "" : rule);
        }
    }

    @Command(
            name = "file",
            description =
                    "File documents by hand, with a name and folder of your choice and without a rule. A file that is still "
                            + "in its hot folder is taken for this.",
            footer = {
                "",
                "Name and folder may contain {file name}, {arrived} and site parameters.",
                "",
                "Examples:",
                "  lectomen job file 1-17 --in archive --under Letters/2027 --as 'Letter of the ferry office'",
                "  lectomen job file --state unmatched --in archive --under Unsorted --as '{arrived} {file name}'"
            })
    static final class FileByHand extends JobActionCommand {
        @Option(names = "--in", required = true, paramLabel = "CONNECTION", description = "The connection to file to.")
        private String connection = "";

        @Option(
                names = "--under",
                paramLabel = "FOLDER",
                description = "The folder in the connection (default: top level).")
        private String under = "";

        @Option(names = "--as", required = true, paramLabel = "NAME", description = "The name, without file extension.")
        private String name = "";

        @Option(
                names = "--when-taken",
                paramLabel = "CHOICE",
                description = "If the name is taken: number it (default), leave or fail.")
        private String whenTaken = "number it";

        @Override
        String action() {
            return "file";
        }

        @Override
        Optional<JsonNode> body() {
            return Optional.of(JsonNodeFactory.instance
                    .objectNode()
                    .put("in", connection)
                    .put("under", under)
                    .put("name", name)
                    .put("whenTaken", whenTaken));
        }
    }
}
