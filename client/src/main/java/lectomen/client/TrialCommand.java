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
            "  lectomen trial *.pdf --rule new-rule.yaml --json       with a rule file that was never added",
            "  lectomen trial --job 1-17 --rule new-rule.yaml         on a document that came in before",
            "  lectomen trial --text 'TIDE BULLETIN TB-2027-015'      on a text",
            "  lectomen trial notice.txt --data notice.xml            with the data file beside it",
            "  lectomen trial data notice.xml /notice/number          what an expression gives from a data file"
        },
        subcommands = TrialCommand.Data.class,
        synopsisSubcommandLabel = "[COMMAND]")
final class TrialCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Parameters(arity = "0..*", paramLabel = "FILE", description = "Files to try.")
    private List<Path> files = List.of();

    @Option(names = "--job", paramLabel = "ID", description = "Try the kept original of a job instead.")
    private @Nullable String job;

    @Option(names = "--text", paramLabel = "TEXT", description = "Try this text, as it would stand in a file.")
    private @Nullable String text;

    @Option(names = "--data", paramLabel = "FILE", description = "The data file (xml, json or csv) beside the file.")
    private @Nullable Path data;

    @Option(names = "--rule", paramLabel = "ID|FILE.yaml", description = "One rule by its id, or a rule file.")
    private @Nullable String rule;

    @Option(
            names = "--save",
            paramLabel = "DIR",
            description = "Save what each step makes of the file, to be looked at.")
    private @Nullable Path save;

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        ObjectNode answer = JsonMapper.builder().build().createObjectNode();
        ArrayNode trials = answer.putArray("trials");
        int ways = (files.isEmpty() ? 0 : 1) + (job == null ? 0 : 1) + (text == null ? 0 : 1);
        if (ways != 1) {
            throw new ServiceUnreachable("say what to try: files, or --job ID, or --text TEXT");
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
            description = "Show what an expression gives from XML (XPath), JSON (a JSON Pointer) or CSV (a column).",
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

        @Parameters(index = "1", paramLabel = "EXPRESSION", description = "What is sought.")
        private String expression = "";

        @Option(names = "--as", paramLabel = "xml|json|csv", description = "Its form; else as it looks.")
        private String form = "";

        @Option(names = "--prefix", paramLabel = "PREFIX=URI", description = "A namespace, for XPath; may be repeated.")
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
                    reason.isEmpty() ? (hits == 1 ? "1 hit." : hits == 0 ? "No hit." : hits + " hits.") : reason);
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
                                    ? (isTaker(considered, trial) ? " takes it" : " would have taken it")
                                    : " does not take it: " + ResponseWords.text(considered.path("whyNot"))));
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
                        .forEach(place ->
                                System.out.println("  would be filed in " + ResponseWords.text(place.path("connection"))
                                        + " as " + inFolder(place) + ResponseWords.text(place.path("name"))
                                        + "; if that is taken: " + taken(place)));
            case "unwanted" ->
                System.out.println("  would stay where it is. "
                        + ResponseWords.text(trial.path("reason").path("words")));
            default ->
                System.out.println("  would fail" + (taker.isEmpty() ? "" : " under rule " + taker) + ". "
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
                + (older.isEmpty() ? "" : ", with the older one as " + older);
    }

    private static String inFolder(JsonNode place) {
        String folder = ResponseWords.text(place.path("folder"));
        return folder.isEmpty() ? "" : folder + "/";
    }

    /** A condition with its parts, each with what it saw. */
    static void printSeen(JsonNode seen, String indent) {
        String mark =
                switch (ResponseWords.text(seen.path("truth"))) {
                    case "YES" -> "held";
                    case "NO" -> "did not hold";
                    default -> "was not asked";
                };
        String saw = ResponseWords.text(seen.path("saw"));
        System.out.println(
                indent + ResponseWords.text(seen.path("says")) + ": " + mark + (saw.isEmpty() ? "" : " (" + saw + ")"));
        seen.path("parts").forEach(part -> printSeen(part, indent + "  "));
    }
}
