package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A rulebook that was tried on one service goes to another as a folder of files. */
class SyncJourney {
    private static final String PART = "lectomen: 1\npart: dated\npattern: \"{arrived | date yyyy} {file name}\"\n";

    @TempDir
    private Path temp;

    @Test
    void aRulebookMovesFromTestToProduction() throws Exception {
        Path folder = temp.resolve("rulebook");
        try (RunningService test = RunningService.start(temp.resolve("test"))) {
            test.client(
                    "lookup",
                    "put",
                    "berths",
                    Files.writeString(temp.resolve("b.csv"), "berth\nQ7\n").toString());
            test.post("/parts", PART);
            test.live(Rules.keepName("papers", "").replace("{file name}", "{pattern dated}"));
            test.live(Rules.tickets("tickets", "leave"));
            test.client("secret", "put", "mail");
            Path ticket = Files.writeString(temp.resolve("ticket.txt"), Rules.ticket("T-0042"));
            test.client("rule", "sample", "add", "tickets", ticket.toString());
            assertThat(test.client("rule", "export", folder.toString()).out()).contains("5 files are in");
            assertThat(test.client("rule", "export", temp.resolve("papers.zip").toString(), "--rule", "papers")
                            .out())
                    .contains("2 files are in");
        }
        assertThat(folder.toFile().list())
                .containsExactlyInAnyOrder("berths.csv", "dated.part.yaml", "papers.yaml", "samples", "tickets.yaml");
        try (RunningService production = RunningService.start(temp.resolve("production"))) {
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--dry-run")
                            .out())
                    .contains("lookup berths: would be new")
                    .contains("part dated: would be new")
                    .contains("rule papers: would be new")
                    .contains("sample ticket.txt: as expected")
                    .contains("sample tickets/ticket.txt: would be new")
                    .contains("5 would change. Nothing was changed.");
            assertThat(production.get("/rules").path("rules")).isEmpty();
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--reason", "first move")
                            .out())
                    .contains("rule tickets: new")
                    .contains("5 changed.");
            assertThat(production
                            .get("/rules/papers")
                            .path("rule")
                            .path("state")
                            .asString())
                    .as("what comes in is a draft")
                    .isEqualTo("draft");
            production.client("rule", "live", "papers");
            assertThat(production.client("rule", "sync", folder.toString()).out())
                    .contains("No differences from");

            Path papers = folder.resolve("papers.yaml");
            Files.writeString(papers, Files.readString(papers).replace("under: \"papers\"", "under: \"Papers\""));
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--dry-run")
                            .out())
                    .contains("rule papers: would change")
                    .contains("+   - file: { in: archive, under: \"Papers\" }")
                    .contains("1 would change");
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--live", "--reason", "capital")
                            .out())
                    .contains("is live");
            assertThat(production.client("rule", "versions", "papers").out()).contains("capital", "first move");
            Path tickets = folder.resolve("tickets.yaml");
            Files.writeString(
                    tickets, Files.readString(tickets).replace("\"{ticket number}\"", "\"no {ticket number}\""));
            Answer tried = production.client("rule", "sync", folder.toString(), "--dry-run");
            assertThat(tried.exitCode()).as("a sample comes out different").isEqualTo(1);
            assertThat(tried.out()).contains("sample ticket.txt: different").contains("archive/tickets/no T-0042.txt");
            assertThat(production
                            .client("rule", "sync", temp.resolve("papers.zip").toString(), "--dry-run")
                            .out())
                    .as("the ZIP file has the rule as it was")
                    .contains("rule papers: would change")
                    .contains("1 would change");
            Files.writeString(folder.resolve("odd.yaml"), "a: b\n");
            assertThat(production.client("rule", "sync", folder.toString()).err())
                    .contains("odd.yaml names neither a rule nor a part");
        }
    }
}
