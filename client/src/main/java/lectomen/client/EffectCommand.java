package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Filings and other effects: whether they stand, and what becomes of those in doubt. */
@Command(
        name = "effect",
        description = "Filings: check that one still stands, or settle one that can't be proved.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {EffectCommand.Verify.class, EffectCommand.Settle.class})
final class EffectCommand {
    @Command(
            name = "verify",
            description = "Check that what was filed is still there, byte for byte. Exits with 1 if it is not.",
            footer = {"", "Example:", "  lectomen effect verify 1-e17"})
    static final class Verify implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "EFFECT", description = "Its id, as job show prints it.")
        private String id = "";

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/effects/" + Service.encoded(id) + "/verify");
            if (connection.json()) {
                Connection.printJson(answer);
            } else {
                System.out.println(ResponseWords.text(answer.path("words")));
            }
            return answer.path("result").asString().equals("as filed") ? 0 : 1;
        }
    }

    @Command(
            name = "settle",
            description = "Settle an effect in doubt. Check its destination first: a repeated one may be there twice.",
            footer = {
                "",
                "Examples:",
                "  lectomen job list --state in-doubt",
                "  lectomen effect settle 1-e17 --as done",
                "  lectomen effect settle 1-e18 --as repeat"
            })
    static final class Settle implements Callable<Integer> {
        private static final JsonMapper JSON = JsonMapper.builder().build();

        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "EFFECT", description = "Its id, as job show prints it.")
        private String id = "";

        @Option(
                names = "--as",
                required = true,
                paramLabel = "HOW",
                description = "done: it is there; repeat: carry it out again; leave: don't, and the job fails.")
        private String as = "";

        @Override
        public Integer call() throws IOException {
            String path = "/effects/" + Service.encoded(id) + "/settle";
            connection.service().postJson(path, JSON.createObjectNode().put("as", as));
            System.out.println("Effect " + id + " is settled: " + as);
            return 0;
        }
    }
}
