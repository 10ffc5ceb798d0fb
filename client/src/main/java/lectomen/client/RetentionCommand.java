package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;

/** What retention would remove, and removing it. */
@Command(
        name = "retention",
        description = "Show which originals and finished jobs have reached the end of their retention. The "
                + "service removes them every hour.",
        footer = {"", "Examples:", "  lectomen retention", "  lectomen retention --remove"})
final class RetentionCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Option(names = "--remove", description = "Remove them now. The ledger and receipts stay.")
    private boolean remove;

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        JsonNode answer = remove ? service.post("/retention/run") : service.get("/retention");
        if (connection.json()) {
            return Connection.printJson(answer);
        }
        if (answer.path("due").isEmpty()) {
            System.out.println("Everything is kept forever: neither a rule nor lectomen.yaml sets a retention.");
            return 0;
        }
        String what = remove ? "REMOVED" : "DUE";
        Table table = new Table("RULE", "KEEPS ORIGINALS", "KEEPS JOBS", "ORIGINALS " + what, "SIZE", "JOBS " + what);
        for (JsonNode due : answer.path("due")) {
            String rule = ResponseWords.text(due.path("rule"));
            table.row(
                    rule.isEmpty() ? "(no rule)" : rule,
                    days(due.path("keepOriginalsDays")),
                    days(due.path("keepJobsDays")),
                    Long.toString(due.path("originals").asLong()),
                    ResponseWords.size(due.path("bytes").asLong()),
                    Long.toString(due.path("jobs").asLong()));
        }
        table.print();
        return 0;
    }

    private static String days(JsonNode days) {
        return days.isMissingNode() ? "for ever" : Counted.of(days.asLong(), "day", "days");
    }
}
