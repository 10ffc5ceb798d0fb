package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A person settles filings that can't be proved. Folders can be asked, so that the doubt is put into the store here. */
class DoubtJourney {
    @TempDir
    private Path temp;

    /** Puts the effects of some jobs in doubt. @param jobs a condition on their ids */
    static void doubt(Path home, String jobs) throws Exception {
        try (Connection store = DriverManager.getConnection("jdbc:sqlite:" + home.resolve("store/lectomen.db"));
                Statement change = store.createStatement()) {
            change.executeUpdate("delete from receipt where job_id " + jobs);
            change.executeUpdate(
                    "update effect set state = 'in doubt', reason_code = 'effect.in-doubt' where job_id " + jobs);
            change.executeUpdate("update job set state = 'in-doubt', reason_code = 'effect.in-doubt' where id " + jobs);
        }
    }

    @Test
    void eachFilingInDoubtIsSettledAsAPersonSays() throws Exception {
        Path home = temp.resolve("home");
        try (ServiceInTest service = RunningService.start(home)) {
            service.live(Rules.keepName("slips", "arrives: whole"));
            for (String name : List.of("a.txt", "b.txt", "c.txt")) {
                service.drop("slips", name, name);
                service.awaitJob(name, "filed");
            }
            service.stop();
            doubt(home, "is not null");
            service.startAgain();
            assertThat(service.client("status").out()).contains("3 jobs in doubt");
            assertThat(service.client("job", "retry", idOf(service, "a.txt")).err())
                    .contains("is in-doubt");

            String shown = service.client("job", "show", idOf(service, "a.txt")).out();
            assertThat(shown).contains("lectomen effect settle 1-e1 --as done | repeat | leave");
            assertThat(service.client("effect", "settle", "1-e1", "--as", "done")
                            .out())
                    .contains("Effect 1-e1 is settled: done");
            JsonNode done = service.awaitJob("a.txt", "filed");
            assertThat(service.get("/jobs/" + done.path("id").asString())
                            .path("effects")
                            .get(0)
                            .path("answer")
                            .asString())
                    .isEqualTo("confirmed by owner");

            service.client("effect", "settle", "1-e2", "--as", "repeat");
            service.awaitJob("b.txt", "filed");
            service.client("effect", "settle", "1-e3", "--as", "leave");
            JsonNode left = service.awaitJob("c.txt", "failed");
            assertThat(left.path("reason").path("code").asString()).isEqualTo("effect.left");
            assertThat(service.client("effect", "settle", "1-e3", "--as", "done")
                            .err())
                    .contains("not in doubt");
            try (Stream<Path> files = Files.list(service.archive().resolve("slips"))) {
                assertThat(files.map(file -> file.getFileName().toString()).filter(name -> !name.startsWith(".")))
                        .as("a folder is asked before anything is repeated")
                        .containsExactlyInAnyOrder("a.txt", "b.txt", "c.txt");
            }
            assertThat(service.client("ledger", "check").out()).contains("intact");
        }
    }

    @Test
    void whatIsInDoubtIsSettledOnTheDeskByOneKeyEach() throws Exception {
        Path home = temp.resolve("desk");
        try (ServiceInTest service = RunningService.start(home);
                Browser browser = new Browser()) {
            service.live(Rules.keepName("slips", "arrives: whole"));
            for (String name : List.of("a.txt", "b.txt")) {
                service.drop("slips", name, name);
                service.awaitJob(name, "filed");
            }
            service.stop();
            doubt(home, "is not null");
            service.startAgain();
            Page page = browser.welcomed(service);
            page.navigate("/desk/in-doubt");
            PlaywrightAssertions.assertThat(page.getByText("2 in doubt")).isVisible();
            PlaywrightAssertions.assertThat(page.locator(".asked")).containsText("a.txt");
            PlaywrightAssertions.assertThat(page.locator(".question .name").last())
                    .containsText("slips/a.txt");
            assertThat(AccessibilityJourney.findings(page)).isEmpty();
            page.keyboard().press("1");
            service.awaitJob("a.txt", "filed");
            PlaywrightAssertions.assertThat(page.locator(".question .name").last())
                    .containsText("slips/b.txt");
            page.keyboard().press("3");
            service.awaitJob("b.txt", "failed");
            PlaywrightAssertions.assertThat(page.getByText("Nothing is in doubt."))
                    .isVisible();
        }
    }

    private static String idOf(RunningService service, String name) {
        return service.job(name).path("id").asString();
    }
}
