package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The rulebook. */
@Command(
        name = "rule",
        description = "Write, check and run rules.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            RuleCommand.ListRules.class,
            RuleCommand.Show.class,
            RuleCommand.Check.class,
            RuleCommand.Add.class,
            RuleCommand.Live.class,
            RuleCommand.Pause.class,
            RuleCommand.Retire.class,
            RuleHistoryCommand.Versions.class,
            RuleHistoryCommand.Diff.class,
            RuleHistoryCommand.Return.class,
            SampleCommand.class,
            RuleCommand.Schema.class
        })
final class RuleCommand {
    static int answer(Connection connection, JsonNode rule) {
        if (connection.json()) {
            return Connection.printJson(rule);
        }
        String live = Words.text(rule.path("liveVersion"));
        System.out.println("Rule " + Words.text(rule.path("id")) + " is " + Words.text(rule.path("state"))
                + ": version " + Words.text(rule.path("latestVersion"))
                + (live.isEmpty() ? ", none was ever live" : ", live is version " + live));
        return 0;
    }

    @Command(name = "list", description = "Show all rules in their order.")
    static final class ListRules implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/rules");
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            Table table = new Table("#", "RULE", "STATE", "LATEST", "LIVE", "TITLE", "FROM").shrink(6, 5);
            for (JsonNode rule : answer.path("rules")) {
                List<String> folders = new ArrayList<>();
                rule.path("folders").forEach(folder -> folders.add(Words.text(folder)));
                Table.Row row = table.row(
                        Words.text(rule.path("position")),
                        Words.text(rule.path("id")),
                        Words.text(rule.path("state")),
                        Words.text(rule.path("latestVersion")),
                        Words.text(rule.path("liveVersion")),
                        Words.text(rule.path("title")),
                        String.join(", ", folders));
                if (rule.has("whyNotActing")) {
                    row.below("takes nothing: " + Words.text(rule.path("whyNotActing")));
                }
            }
            if (table.isEmpty()) {
                System.out.println("There are no rules yet. Add one: lectomen rule add FILE");
            } else {
                table.print();
            }
            return 0;
        }
    }

    @Command(name = "show", description = "Show a rule's file.")
    static final class Show implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id, such as mooring-permits.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/rules/" + Service.encoded(id));
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            System.out.print(answer.path("text").asString());
            return 0;
        }
    }

    @Command(
            name = "check",
            description = "Check a rule file without adding it. Exit code 1 when it has problems.",
            footer = {"", "Example: lectomen rule check mooring-permits.yaml"})
    static final class Check implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "FILE", description = "The rule file.")
        private Path file = Path.of("");

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().postText("/rules/check", Service.read(file));
            boolean good = answer.path("good").asBoolean();
            if (connection.json()) {
                Connection.printJson(answer);
            } else if (good) {
                System.out.println(file + " is good.");
            } else {
                answer.path("problems").forEach(problem -> System.out.println(file + ", " + Words.problem(problem)));
            }
            return good ? 0 : 1;
        }
    }

    @Command(
            name = "add",
            description = "Add a rule, or a new version of it, as a draft. It acts only once it is put live.",
            footer = {"", "Example: lectomen rule add mooring-permits.yaml && lectomen rule live mooring-permits"})
    static final class Add implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "FILE", description = "The rule file.")
        private Path file = Path.of("");

        @Option(names = "--reason", paramLabel = "WORDS", description = "Why, for whoever reads its versions later.")
        private String reason = "";

        @Override
        public Integer call() throws IOException {
            String path = "/rules?reason=" + Service.encoded(reason);
            return answer(connection, connection.service().postText(path, Service.read(file)));
        }
    }

    @Command(name = "live", description = "Put the latest version of a rule live.")
    static final class Live implements Callable<Integer> {
        enum Existing {
            take,
            leave
        }

        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Option(
                names = "--existing",
                paramLabel = "take|leave",
                defaultValue = "take",
                description = "What to do with files that lie in its folders already (default: take).")
        private Existing existing = Existing.take;

        @Option(
                names = "--accept-samples",
                description = "Expect from now on what its samples come to with this version, where that differs.")
        private boolean acceptSamples;

        @Override
        public Integer call() throws IOException {
            return answer(
                    connection,
                    connection
                            .service()
                            .post("/rules/" + Service.encoded(id) + "/live?existing=" + existing + "&acceptSamples="
                                    + acceptSamples));
        }
    }

    @Command(name = "pause", description = "Stop a rule from taking more files. What it took goes on.")
    static final class Pause implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            return answer(connection, connection.service().post("/rules/" + Service.encoded(id) + "/pause"));
        }
    }

    @Command(name = "retire", description = "Take a rule out of use. Its versions stay, and it can be put live again.")
    static final class Retire implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            return answer(connection, connection.service().post("/rules/" + Service.encoded(id) + "/retire"));
        }
    }

    @Command(
            name = "schema",
            description = "Print the JSON Schema of rule files, for editors that check while one writes.",
            footer = {"", "Example: lectomen rule schema > rule.schema.json"})
    static final class Schema implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            System.out.print(connection.service().getText("/rules/schema"));
            return 0;
        }
    }
}
