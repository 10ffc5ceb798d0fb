package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.json.JsonMapper;

/** Filings and other effects whose result is in doubt. */
@Command(
        name = "effect",
        description = "Settle a filing that can't be proved: say that it is done, repeat it, or leave it.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = EffectCommand.Settle.class)
final class EffectCommand {
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
