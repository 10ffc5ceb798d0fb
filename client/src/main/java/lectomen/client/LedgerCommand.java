package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** The commands that read and verify the ledger. */
@Command(
        name = "ledger",
        description = "Check the history.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = LedgerCommand.Check.class)
final class LedgerCommand {
    @Command(
            name = "check",
            description = "Check that no entry of the history was changed or removed. Exit code 1 if one was.")
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
                        "The ledger is intact: " + check.path("entries").asLong() + " entries.");
            } else if (check.has("firstBreak")) {
                System.out.println("The ledger is broken at entry "
                        + check.path("firstBreak").asLong() + " of "
                        + check.path("entries").asLong()
                        + ": this entry, or the one before it, was changed or removed.");
            }
            if (!connection.json() && check.has("warning")) {
                System.out.println(ResponseWords.text(check.path("warning")));
            }
            return whole ? 0 : 1;
        }
    }
}
