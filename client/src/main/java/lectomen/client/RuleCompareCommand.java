package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What a rule would do with documents that were filed. */
@Command(
        name = "compare",
        description = {
            "Show what would change: the latest version of a rule, or a file, is tried on the documents of the rule that were filed"
                    + " last. Fields, names and folders are shown as they were filed and as they would be.",
            "Nothing is filed."
        },
        footer = {"", "Example: lectomen rule compare mooring-permits --with draft.yaml --last 100"})
final class RuleCompareCommand extends QueryCommand.AboutRule {
    private static final int MOST = 1_000;

    @Option(names = "--with", paramLabel = "FILE", description = "A rule file instead of the latest version.")
    private Optional<Path> with = Optional.empty();

    @Option(
            names = "--last",
            paramLabel = "COUNT",
            defaultValue = "20",
            description = "How many documents (default: ${DEFAULT-VALUE}).")
    private int last;

    @Override
    JsonNode ask(Service service) throws IOException {
        if (last < 1 || last > MOST) {
            throw new RequestRefused("--last must be a number from 1 to " + MOST + ".");
        }
        ObjectNode all = JsonNodeFactory.instance.objectNode();
        ArrayNode compared = all.putArray("compared");
        JsonNode jobs = service.get("/jobs?rule=" + Service.encoded(id()) + "&state=filed&order=newest&limit=" + last);
        String text = with.isPresent() ? Files.readString(with.get()) : "";
        for (JsonNode job : jobs.path("jobs")) {
            ObjectNode asked = JsonNodeFactory.instance.objectNode();
            asked.set("job", job.path("id"));
            if (with.isPresent()) {
                asked.put("text", text);
            }
            compared.add(service.postJson("/comparisons", asked));
        }
        return all;
    }

    @Override
    void print(JsonNode answer) {
        int same = 0;
        Table table = new Table("JOB", "FILE", "WHAT", "FILED", "WOULD BE").shrink(1, 3, 4);
        for (JsonNode one : answer.path("compared")) {
            String job = ResponseWords.text(one.path("job"));
            String file = ResponseWords.text(one.path("fileName"));
            same += one.path("same").asBoolean() ? 1 : 0;
            if (one.has("problem")) {
                table.row(job, file, "not compared", ResponseWords.text(one.path("problem")), "");
            }
            for (JsonNode row : one.path("rows")) {
                if (!row.path("same").asBoolean()) {
                    table.row(
                            job,
                            file,
                            what(row),
                            ResponseWords.text(row.path("before")),
                            ResponseWords.text(row.path("after")));
                }
            }
        }
        if (answer.path("compared").isEmpty()) {
            System.out.println("No document of rule " + ResponseWords.safe(id()) + " has been filed yet.");
            return;
        }
        if (!table.isEmpty()) {
            table.print();
        }
        System.out.println(same + " of " + Counted.of(answer.path("compared").size(), "document", "documents")
                + " would be filed as before.");
    }

    private static String what(JsonNode row) {
        String kind = ResponseWords.text(row.path("kind"));
        String what = ResponseWords.text(row.path("what"));
        return kind.equals("field") ? what : (kind.equals("ending") ? "result" : kind + " " + what).strip();
    }
}
