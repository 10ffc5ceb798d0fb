package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** The history. */
@Command(
        name = "ledger",
        description = "Check the history of everything that was done.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = LedgerCommand.Check.class)
final class LedgerCommand {
    @Command(
            name = "check",
            description =
                    "Read the whole history and check that nothing in it was changed or taken out. Exit code 1 if so.")
    static final class Check implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            JsonNode check = connection.service().get("/ledger/check");
            boolean whole = check.path("whole").asBoolean();
            if (connection.json()) {
                Connection.printJson(check);
            } else if (whole) {
                System.out.println(
                        "The ledger is whole: " + check.path("entries").asLong() + " entries.");
            } else if (check.has("firstBreak")) {
                System.out.println("The ledger is broken at entry "
                        + check.path("firstBreak").asLong() + " of "
                        + check.path("entries").asLong()
                        + ": it, or the one before it, was changed or taken out.");
            }
            if (!connection.json() && check.has("warning")) {
                System.out.println(ResponseWords.text(check.path("warning")));
            }
            return whole ? 0 : 1;
        }
    }
}
