package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
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

/** Shows what would happen to files, without any effect. */
@Command(
        name = "trial",
        description =
                "Test rules on files: show which rule matches, the fields it finds, the name, and where the file goes. "
                        + "Nothing is filed, moved or stored.",
        footer = {
            "",
            "Examples:",
            "  lectomen trial permit.pdf                              with all live rules",
            "  lectomen trial permit.pdf --rule mooring-permits       with one rule, live or draft",
            "  lectomen trial *.pdf --rule new-rule.yaml --json       with a rule file that is not in the service",
            "  lectomen trial --job 1-17 --rule new-rule.yaml         on a document received earlier",
            "  lectomen trial --text 'TIDE BULLETIN TB-2027-015'      on a text",
            "  lectomen trial notice.txt --data notice.xml            with the data file beside it",
            "  lectomen trial data notice.xml /notice/number          the result of an expression on a data file"
        },
        subcommands = TrialCommand.Data.class,
        synopsisSubcommandLabel = "[COMMAND]")
final class TrialCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Parameters(arity = "0..*", paramLabel = "FILE", description = "Files to test.")
    private List<Path> files = List.of();

    @Option(names = "--job", paramLabel = "ID", description = "Test the original of a job instead.")
    private @Nullable String job;

    @Option(names = "--text", paramLabel = "TEXT", description = "Test this text instead of a file.")
    private @Nullable String text;

    @Option(names = "--data", paramLabel = "FILE", description = "The data file (XML, JSON or CSV) for the document.")
    private @Nullable Path data;

    @Option(names = "--rule", paramLabel = "ID|FILE.yaml", description = "A rule id or a rule file.")
    private @Nullable String rule;

    @Option(names = "--save", paramLabel = "DIR", description = "Save the output of each step to this folder.")
    private @Nullable Path save;

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        ObjectNode answer = JsonMapper.builder().build().createObjectNode();
        ArrayNode trials = answer.putArray("trials");
        int ways = (files.isEmpty() ? 0 : 1) + (job == null ? 0 : 1) + (text == null ? 0 : 1);
        if (ways != 1) {
            throw new ServiceUnreachable("name what to test: files, --job ID or --text TEXT");
        }
        if (job != null) {
            tryOne(service, List.of(), "job=" + Service.encoded(job), trials);
        } else if (text != null) {
            Path file = Files.writeString(Files.createTempFile("lectomen-trial", ".txt"), text);
            try {
                tryOne(service, List.of(new Service.Part("file", "text.txt", file)), "", trials);
            } finally {
                Files.delete(file);
            }
        }
        for (Path file : files) {
            String name = Service.requireFile(file).getFileName().toString();
            tryOne(service, List.of(new Service.Part("file", name, file)), "", trials);
        }
        return connection.json() ? Connection.printJson(answer) : 0;
    }

    @Command(
            name = "data",
            description = "Evaluate an expression on XML (XPath), JSON (JSON Pointer) or CSV (a column).",
            footer = {
                "",
                "Examples:",
                "  lectomen trial data notice.xml //number",
                "  lectomen trial data notice.json /notice/vessels/0",
                "  lectomen trial data permits.csv 'vessel where permit = MP-2027-0031'",
                "  some-program | lectomen trial data - //n:number --prefix n=urn:marrowick:notice"
            })
    static final class Data extends QueryCommand {
        @Parameters(index = "0", paramLabel = "FILE", description = "The data, or - for standard input.")
        private Path file = Path.of("");

        @Parameters(index = "1", paramLabel = "EXPRESSION", description = "The expression.")
        private String expression = "";

        @Option(names = "--as", paramLabel = "xml|json|csv", description = "The format (default: detected).")
        private String form = "";

        @Option(
                names = "--prefix",
                paramLabel = "PREFIX=URI",
                description = "A namespace prefix for XPath; can be repeated.")
        private List<String> prefixes = List.of();

        @Override
        JsonNode ask(Service service) throws IOException {
            StringBuilder path = new StringBuilder("/trials/data?expression=" + Service.encoded(expression));
            path.append(form.isEmpty() ? "" : "&form=" + Service.encoded(form));
            prefixes.forEach(prefix -> path.append("&namespaces=").append(Service.encoded(prefix)));
            boolean piped = file.toString().equals("-");
            return service.postBytes(
                    path.toString(), piped ? System.in.readAllBytes() : Files.readAllBytes(Service.requireFile(file)));
        }

        @Override
        void print(JsonNode answer) {
            answer.path("hits")
                    .forEach(hit -> System.out.println(ResponseWords.text(hit.path("value")) + "  ("
                            + ResponseWords.text(hit.path("where")) + ")"));
            int hits = answer.path("hits").size();
            String reason = ResponseWords.text(answer.path("reason").path("words"));
            System.out.println(
                    reason.isEmpty()
                            ? (hits == 0 ? "No result." : Counted.of(hits, "result", "results") + ".")
                            : reason);
        }

        @Override
        int exitCode(JsonNode answer) {
            return answer.path("hits").isEmpty() ? 1 : 0;
        }
    }

    private void tryOne(Service service, List<Service.Part> what, String query, ArrayNode trials) throws IOException {
        List<Service.Part> parts = new ArrayList<>(what);
        Path beside = data;
        if (beside != null) {
            String name = Service.requireFile(beside).getFileName().toString();
            parts.add(new Service.Part("sidecar", name, beside));
        }
        List<String> queries = new ArrayList<>(query.isEmpty() ? List.of() : List.of(query));
        if (rule != null && (rule.endsWith(".yaml") || rule.endsWith(".yml"))) {
            parts.add(new Service.Part("ruleFile", "rule.yaml", Service.requireFile(Path.of(rule))));
        } else if (rule != null) {
            queries.add("rule=" + Service.encoded(rule));
        }
        JsonNode trial =
                service.postForm("/trials" + (queries.isEmpty() ? "" : "?" + String.join("&", queries)), parts);
        trials.add(trial);
        if (!connection.json()) {
            print(trial);
        }
        if (save != null) {
            save(service, trial, save);
        }
    }

    /** What steps made, each beside the others under the number of its step. */
    private static void save(Service service, JsonNode trial, Path folder) throws IOException {
        Files.createDirectories(folder);
        for (JsonNode made : trial.path("made")) {
            String ending = ResponseWords.text(made.path("type"));
            Path file = folder.resolve(ResponseWords.text(trial.path("fileName")) + " step "
                    + made.path("step").asInt() + " " + ResponseWords.text(made.path("output")) + "." + ending);
            Files.write(file, service.getBytes("/trials/outputs/" + ResponseWords.text(made.path("sha256"))));
            System.err.println("Saved " + file);
        }
    }

    private static void print(JsonNode trial) {
        System.out.println(ResponseWords.text(trial.path("fileName")));
        String taker = ResponseWords.text(trial.path("rule"));
        for (JsonNode considered : trial.path("considered")) {
            boolean takes = considered.path("takes").asBoolean();
            System.out.println(
                    "  rule " + ResponseWords.text(considered.path("rule").path("id"))
                            + (takes
                                    ? (isTaker(considered, trial) ? " matches" : " would also match")
                                    : " does not match: " + ResponseWords.text(considered.path("whyNot"))));
            considered.path("conditions").forEach(seen -> printSeen(seen, "    "));
        }
        for (JsonNode field : trial.path("fields")) {
            System.out.println(
                    "  " + ResponseWords.text(field.path("name")) + " = " + ResponseWords.text(field.path("value"))
                            + "  ("
                            + (field.path("page").asInt() > 0
                                    ? "page " + field.path("page").asInt() + ", "
                                    : "")
                            + ResponseWords.text(field.path("method")) + ")");
        }
        for (JsonNode made : trial.path("made")) {
            System.out.println("  step " + made.path("step").asInt() + ", " + ResponseWords.text(made.path("word"))
                    + ": makes "
                    + ResponseWords.text(made.path("output")) + ", a " + ResponseWords.text(made.path("type")) + " of "
                    + ResponseWords.size(made.path("bytes").asLong()));
        }
        trial.path("notes").forEach(note -> System.out.println("  note: " + ResponseWords.text(note.path("words"))));
        switch (ResponseWords.text(trial.path("ending"))) {
            case "planned" ->
                trial.path("wouldFile")
                        .forEach(
                                place -> System.out.println("  filed in " + ResponseWords.text(place.path("connection"))
                                        + " as " + inFolder(place) + ResponseWords.text(place.path("name"))
                                        + "; if the name is taken: " + taken(place)));
            case "unmatched" ->
                System.out.println("  unmatched. "
                        + ResponseWords.text(trial.path("reason").path("words")));
            default ->
                System.out.println("  fails" + (taker.isEmpty() ? "" : " under rule " + taker) + ". "
                        + ResponseWords.text(trial.path("reason").path("words")));
        }
        System.out.println();
    }

    private static boolean isTaker(JsonNode considered, JsonNode trial) {
        return ResponseWords.text(considered.path("rule").path("id")).equals(ResponseWords.text(trial.path("rule")));
    }

    private static String taken(JsonNode place) {
        String other = ResponseWords.text(place.path("otherName"));
        String older = ResponseWords.text(place.path("olderGoesTo"));
        return ResponseWords.text(place.path("whenTaken"))
                + (other.isEmpty() ? "" : ", as " + other)
                + (older.isEmpty() ? "" : ", with the previous version as " + older);
    }

    private static String inFolder(JsonNode place) {
        String folder = ResponseWords.text(place.path("folder"));
        return folder.isEmpty() ? "" : folder + "/";
    }

    /** A condition with its parts, each with what it saw. */
    static void printSeen(JsonNode seen, String indent) {
        String mark =
                switch (ResponseWords.text(seen.path("truth"))) {
                    case "YES" -> "true";
                    case "NO" -> "false";
                    default -> "not evaluated";
                };
        String saw = ResponseWords.text(seen.path("saw"));
        System.out.println(
                indent + ResponseWords.text(seen.path("says")) + ": " + mark + (saw.isEmpty() ? "" : " (" + saw + ")"));
        seen.path("parts").forEach(part -> printSeen(part, indent + "  "));
    }
}
