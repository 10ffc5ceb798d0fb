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
            assertThat(test.client("rule", "export", folder.toString()).out()).contains("4 files are in");
        }
        assertThat(folder.toFile().list())
                .containsExactlyInAnyOrder("berths.csv", "dated.part.yaml", "papers.yaml", "tickets.yaml");
        try (RunningService production = RunningService.start(temp.resolve("production"))) {
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--dry")
                            .out())
                    .contains("lookup berths: would be new")
                    .contains("part dated: would be new")
                    .contains("rule papers: would be new")
                    .contains("4 would change. Nothing was changed.");
            assertThat(production.get("/rules").path("rules")).isEmpty();
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--reason", "first move")
                            .out())
                    .contains("rule tickets: new")
                    .contains("4 changed.");
            assertThat(production
                            .get("/rules/papers")
                            .path("rule")
                            .path("state")
                            .asString())
                    .as("what comes in is a draft")
                    .isEqualTo("draft");
            production.client("rule", "live", "papers");
            assertThat(production.client("rule", "sync", folder.toString()).out())
                    .contains("All is as in");

            Path papers = folder.resolve("papers.yaml");
            Files.writeString(papers, Files.readString(papers).replace("under: \"papers\"", "under: \"Papers\""));
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--dry")
                            .out())
                    .contains("rule papers: would change")
                    .contains("+   - file: { in: archive, under: \"Papers\" }")
                    .contains("1 would change");
            assertThat(production
                            .client("rule", "sync", folder.toString(), "--live", "--reason", "capital")
                            .out())
                    .contains("is live");
            assertThat(production.client("rule", "versions", "papers").out()).contains("capital", "first move");
            Files.writeString(folder.resolve("odd.yaml"), "a: b\n");
            assertThat(production.client("rule", "sync", folder.toString()).err())
                    .contains("odd.yaml names neither a rule nor a part");
        }
    }
}
