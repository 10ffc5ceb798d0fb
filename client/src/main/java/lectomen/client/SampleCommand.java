package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The samples of a rule: its own regression test. */
@Command(
        name = "sample",
        description = "Files stored with a rule, with their expected results, to test the rule on.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            SampleCommand.Keep.class,
            SampleCommand.ListSamples.class,
            SampleCommand.Run.class,
            SampleCommand.Forget.class
        })
final class SampleCommand {
    private static String path(String id) {
        return "/rules/" + Service.encoded(id) + "/samples";
    }

    private static String result(JsonNode result) {
        String places = StreamSupport.stream(result.path("places").spliterator(), false)
                .map(ResponseWords::text)
                .collect(Collectors.joining(", "));
        String reason = ResponseWords.text(result.path("reason"));
        return places.isEmpty()
                ? ResponseWords.text(result.path("ending")) + (reason.isEmpty() ? "" : " (" + reason + ")")
                : places;
    }

    @Command(
            name = "add",
            description = "Add samples to a rule. Their results with the latest version become the expected results.",
            footer = {"", "Example: lectomen rule sample add mooring-permits permit-0031.pdf"})
    static final class Keep implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(index = "0", paramLabel = "ID", description = "The rule's id.")
        private String id = "";

        @Parameters(index = "1..*", arity = "1..*", paramLabel = "FILE", description = "Files to add.")
        private List<Path> files = List.of();

        @Override
        public Integer call() throws IOException {
            for (Path file : files) {
                String name = Service.requireFile(file).getFileName().toString();
                JsonNode sample =
                        connection.service().postForm(path(id), List.of(new Service.Part("file", name, file)));
                if (connection.json()) {
                    Connection.printJson(sample);
                } else {
                    System.out.println(
                            ResponseWords.safe(name) + " was added; expected: " + result(sample.path("expected")));
                }
            }
            return 0;
        }
    }

    @Command(name = "list", description = "List the samples of a rule with their expected results.")
    static final class ListSamples extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.get(path() + "/samples");
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("SAMPLE", "EXPECTED").shrink(1);
            answer.path("samples")
                    .forEach(sample ->
                            table.row(ResponseWords.text(sample.path("name")), result(sample.path("expected"))));
            table.print();
        }
    }

    @Command(
            name = "run",
            description = "Test the latest version of a rule on its samples. Exit code 1 if a result differs.",
            footer = {"", "Example: lectomen rule sample run mooring-permits"})
    static final class Run extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.post(path() + "/samples/run");
        }

        private static int different(JsonNode answer) {
            int different = 0;
            for (JsonNode sample : answer.path("samples")) {
                different += sample.path("differences").isEmpty() ? 0 : 1;
            }
            return different;
        }

        @Override
        void print(JsonNode answer) {
            for (JsonNode sample : answer.path("samples")) {
                JsonNode differences = sample.path("differences");
                System.out.println(ResponseWords.text(sample.path("name"))
                        + (differences.isEmpty() ? ": as expected" : ": different"));
                differences.forEach(difference -> System.out.println("  " + ResponseWords.text(difference)));
            }
            int all = answer.path("samples").size();
            System.out.println((all - different(answer)) + " of " + all + " samples give the expected result.");
        }

        @Override
        int exitCode(JsonNode answer) {
            return different(answer) == 0 ? 0 : 1;
        }
    }

    @Command(name = "remove", description = "Remove a sample from a rule.")
    static final class Forget extends QueryCommand.AboutRule {
        @Parameters(index = "1", paramLabel = "NAME", description = "The sample's name.")
        private String name = "";

        @Override
        JsonNode ask(Service service) {
            return service.delete(path() + "/samples/" + Service.encoded(name));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println(
                    ResponseWords.safe(name) + " is no longer a sample of " + ResponseWords.safe(id()) + ".");
        }
    }
}
