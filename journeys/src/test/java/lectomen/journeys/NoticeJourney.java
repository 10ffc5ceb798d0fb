package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.regex.Pattern;
import lectomen.standins.mail.MailStandIn;
import lectomen.standins.mail.ReceivedMail;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What people hear of: in their inbox, and by mail at the times that they chose. */
class NoticeJourney {
    private static final String TESS = "tess@marrowick.example";

    @TempDir
    private static Path temp;

    private static MailStandIn server;
    private static ServiceInTest service;
    private static Browser browser;
    private static Page page;

    @BeforeAll
    static void start() throws Exception {
        server = MailStandIn.start(0, mail -> {});
        Path home = HomeWithMail.make(temp.resolve("home"), server, "notify: { connection away: records-office }");
        service = ServiceInTest.startAt(home, Duration.ZERO);
        browser = new Browser();
        page = browser.welcomed(service);
        assertThat(service.client("group", "add", "records-office").exitCode()).isZero();
        assertThat(service.client("group", "members", "records-office", "1").exitCode())
                .isZero();
        service.live("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits", arrives: whole, notify: { unreachable: records-office } }
                do:
                  - find: permit
                    fields:
                      applicant: { right of: Applicant }
                      vessel: { right of: Vessel, required: yes }
                  - name: "Permit {vessel}"
                  - file: { in: archive, under: Permits }
                then:
                  failed: { notify: records-office }
                  filed:
                    notify: { to: "{applicant}", subject: "Permit of {vessel}", text: "Filed as {filed as}." }
                """);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
        server.close();
    }

    private static List<String> subjectsTo(String address) {
        return server.received().stream()
                .filter(mail -> mail.to().contains(address))
                .map(mail -> mail.header("Subject").orElse(""))
                .toList();
    }

    private static void awaitMail(String address, String subject) throws Exception {
        service.awaitInTime(subject, () -> subjectsTo(address).contains(subject));
    }

    @Test
    void failuresAreCountedInOneMailAndOneNoticeThatLeadsToTheirList() throws Exception {
        page.navigate("/me");
        page.getByLabel("Mail address").fill(TESS);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save"))
                .click();
        assertThat(page.getByLabel("Notices").getByRole(AriaRole.STATUS)).hasText("Saved.");
        for (int i = 0; i < 3; i++) {
            service.drop("permits", "no vessel " + i + ".txt", "Applicant: nobody\n".getBytes());
        }
        for (int i = 0; i < 3; i++) {
            service.awaitJob("no vessel " + i + ".txt", "failed");
        }
        service.advance(Duration.ofMinutes(2));
        awaitMail(TESS, "permits: 3 documents failed");
        ReceivedMail mail = server.received().get(server.received().size() - 1);
        assertThat(mail.content()).contains("state=failed&rule=permits", "text/html");
        page.navigate("/inbox");
        assertThat(page.getByRole(AriaRole.NAVIGATION)).containsText(Pattern.compile("Inbox\\d"));
        page.getByText("permits: 3 documents failed").click();
        assertThat(page).hasURL(Pattern.compile(".*/jobs\\?state=failed&rule=permits"));
        assertThat(page.getByText("no vessel 2.txt").first()).isVisible();
        page.keyboard().press("g");
        page.keyboard().press("i");
        assertThat(page).hasURL(Pattern.compile(".*/inbox"));
        assertThat(page.locator("li[data-unread=false]").getByText("permits: 3 documents failed"))
                .isVisible();
        service.drop("permits", "one more.txt", "Applicant: nobody\n".getBytes());
        service.awaitJob("one more.txt", "failed");
        service.awaitInTime("it is there", () -> {
            page.reload();
            page.locator("main h1").waitFor();
            return page.getByText("permits: one more.txt failed").isVisible();
        });
        page.getByText("Mark all as read").click();
        assertThat(page.locator("main h1")).containsText("Nothing unread");
        assertThat(page.getByRole(AriaRole.NAVIGATION)).not().containsText(Pattern.compile("Inbox\\d"));
    }

    @Test
    void theSenderHearsOfEachFiledDocumentAndTheJobShowsIt() throws Exception {
        service.drop("permits", "heron.txt", "Applicant: ada@ferry.example\nVessel: Grey Heron\n".getBytes());
        String id = service.awaitJob("heron.txt", "filed").path("id").asString();
        awaitMail("ada@ferry.example", "Permit of Grey Heron");
        service.awaitInTime(
                "its receipt", () -> service.get("/jobs/" + id).toString().contains("250 Taken"));
        assertThat(service.client("job", "show", id).out())
                .contains("Confirmation", "ada@ferry.example by office-mail");
        page.navigate("/jobs/" + id);
        assertThat(page.locator("main")).containsText("Confirmation");
    }

    @Test
    void whoIsNobodyIsSaidOnTheJob() throws Exception {
        service.drop("permits", "tern.txt", "Applicant: the ferry office\nVessel: Tern\n".getBytes());
        JsonNode job = service.awaitJob("tern.txt", "filed");
        assertThat(service.get("/jobs/" + job.path("id").asString()).toString())
                .contains("the ferry office\\\" was not notified: it is no group, person or mail address");
    }

    @Test
    void aConnectionOrHotFolderThatIsAwayIsToldOnce() throws Exception {
        Path archive = service.archive();
        Path away = Files.move(archive, archive.resolveSibling("archive.away"));
        service.drop("permits", "lapwing.txt", "Vessel: Lapwing\n".getBytes());
        service.awaitJob("lapwing.txt", "waiting");
        page.navigate("/inbox");
        service.awaitInTime("it is told", () -> {
            page.reload();
            page.locator("main h1").waitFor();
            return page.getByText("Connection archive can't be reached").isVisible();
        });
        Files.move(away, archive);
        service.awaitInTime(
                "it is filed",
                () -> service.job("lapwing.txt").path("state").asString().equals("filed"));
        Path inbox = service.inbox("permits");
        Path elsewhere = Files.move(inbox, inbox.resolveSibling("permits.away"));
        service.awaitInTime("it is told", () -> {
            page.reload();
            page.locator("main h1").waitFor();
            return page.getByText(inbox + " is unreachable").isVisible();
        });
        Files.move(elsewhere, inbox);
        assertThat(page.getByText("Connection archive can't be reached")).hasCount(1);
    }

    @Test
    void aNameThatIsNobodyIsAnErrorOfTheRule() throws Exception {
        Path file = Files.writeString(temp.resolve("rule.yaml"), """
                lectomen: 1
                rule: unknown-people
                from: inbox
                do:
                  - file: { in: archive }
                then:
                  failed: { notify: record-office }
                """);
        assertThat(service.client("rule", "check", file.toString()).err()
                        + service.client("rule", "check", file.toString()).out())
                .contains("line 7", "there is no group or person \"record-office\"", "records-office");
        assertThat(service.client("group", "remove", "records-office").err()).contains("permits");
    }
}
