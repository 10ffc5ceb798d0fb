package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
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

/** Shows what would become of files, and does nothing. */
@Command(
        name = "trial",
        description =
                "Show what would become of files: which rule takes them, what it finds, how they are named, where they go. "
                        + "Nothing is filed, moved or kept.",
        footer = {
            "",
            "Examples:",
            "  lectomen trial permit.pdf                              with all live rules",
            "  lectomen trial permit.pdf --rule mooring-permits       with one rule, live or draft",
            "  lectomen trial *.pdf --rule new-rule.yaml --json       with a rule file that was never added"
        })
final class TrialCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Files to try.")
    private List<Path> files = List.of();

    @Option(names = "--rule", paramLabel = "ID|FILE.yaml", description = "One rule by its id, or a rule file.")
    private @Nullable String rule;

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        ObjectNode answer = JsonMapper.builder().build().createObjectNode();
        ArrayNode trials = answer.putArray("trials");
        for (Path file : files) {
            Service.requireFile(file);
            List<Service.Part> parts = new ArrayList<>(
                    List.of(new Service.Part("file", file.getFileName().toString(), file)));
            String path = "/trials";
            if (rule != null && (rule.endsWith(".yaml") || rule.endsWith(".yml"))) {
                parts.add(new Service.Part("ruleFile", "rule.yaml", Service.requireFile(Path.of(rule))));
            } else if (rule != null) {
                path += "?rule=" + Service.encoded(rule);
            }
            JsonNode trial = service.postForm(path, parts);
            trials.add(trial);
            if (!connection.json()) {
                print(trial);
            }
        }
        return connection.json() ? Connection.printJson(answer) : 0;
    }

    private static void print(JsonNode trial) {
        System.out.println(Words.text(trial.path("fileName")));
        String taker = Words.text(trial.path("rule"));
        for (JsonNode considered : trial.path("considered")) {
            boolean takes = considered.path("takes").asBoolean();
            System.out.println("  rule " + Words.text(considered.path("rule").path("id"))
                    + (takes ? " takes it" : " does not take it: " + Words.text(considered.path("whyNot"))));
            considered.path("conditions").forEach(seen -> printSeen(seen, "    "));
        }
        for (JsonNode field : trial.path("fields")) {
            System.out.println("  " + Words.text(field.path("name")) + " = " + Words.text(field.path("value"))
                    + "  (page " + field.path("page").asInt() + ", " + Words.text(field.path("method")) + ")");
        }
        trial.path("notes").forEach(note -> System.out.println("  note: " + Words.text(note.path("words"))));
        switch (Words.text(trial.path("ending"))) {
            case "planned" ->
                trial.path("wouldFile")
                        .forEach(place ->
                                System.out.println("  would be filed in " + Words.text(place.path("connection"))
                                        + " as " + inFolder(place) + Words.text(place.path("name"))));
            case "unwanted" ->
                System.out.println("  would stay where it is. "
                        + Words.text(trial.path("reason").path("words")));
            default ->
                System.out.println("  would fail" + (taker.isEmpty() ? "" : " under rule " + taker) + ". "
                        + Words.text(trial.path("reason").path("words")));
        }
        System.out.println();
    }

    private static String inFolder(JsonNode place) {
        String folder = Words.text(place.path("folder"));
        return folder.isEmpty() ? "" : folder + "/";
    }

    /** A condition with its parts, each with what it saw. */
    static void printSeen(JsonNode seen, String indent) {
        String mark =
                switch (Words.text(seen.path("truth"))) {
                    case "YES" -> "held";
                    case "NO" -> "did not hold";
                    default -> "was not asked";
                };
        String saw = Words.text(seen.path("saw"));
        System.out.println(
                indent + Words.text(seen.path("says")) + ": " + mark + (saw.isEmpty() ? "" : " (" + saw + ")"));
        seen.path("parts").forEach(part -> printSeen(part, indent + "  "));
    }
}
