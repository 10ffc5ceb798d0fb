package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import lectomen.standins.mail.MailStandIn;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The report of a day, as a page, printed and as files. */
class ReportJourney {
    @TempDir
    private static Path temp;

    private static MailStandIn server;
    private static ServiceInTest service;
    private static Browser browser;
    private static Page page;
    private static String today;

    @BeforeAll
    static void start() throws Exception {
        server = MailStandIn.start(0, mail -> {});
        Path home = HomeWithMail.make(
                temp.resolve("home"), server, "notify: { daily report: office@marrowick.example, reports at: 00:00 }");
        service = ServiceInTest.startAt(home, Duration.ZERO);
        browser = new Browser();
        page = browser.welcomed(service);
        service.live("""
                lectomen: 1
                rule: tickets
                from: { folder: "{inbox}/tickets", arrives: whole }
                do:
                  - find: ticket
                    fields:
                      vessel: { right of: Vessel, required: yes }
                  - name: "Ticket {vessel}"
                  - file: { in: archive }
                """);
        service.drop("tickets", "heron.txt", "Vessel: Grey Heron\n".getBytes());
        service.drop("tickets", "curlew.txt", "Vessel: Curlew\n".getBytes());
        service.drop("tickets", "nothing.txt", "Quay: Lantern Quay\n".getBytes());
        service.awaitJob("heron.txt", "filed");
        service.awaitJob("curlew.txt", "filed");
        service.awaitJob("nothing.txt", "failed");
        today = LocalDate.parse(service.get("/today").path("day").asString()).toString();
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
        server.close();
    }

    @Test
    void thePageShowsWhatCameInAndLeadsToOtherDaysAndWeeks() {
        page.navigate("/report?period=day&date=" + today);
        assertThat(page.getByText("3 documents came in.")).isVisible();
        assertThat(page.locator("tbody tr").first()).hasText("tickets3210000");
        page.getByText("Earlier").click();
        assertThat(page.getByText("Nothing came in.")).isVisible();
        page.getByText("Later").click();
        page.getByLabel("Period").click();
        page.getByText("week", new Page.GetByTextOptions().setExact(true))
                .last()
                .click();
        assertThat(page.locator("table")).hasCount(2);
        assertThat(page.locator("table").last().locator("tbody tr")).hasCount(7);
    }

    @Test
    void itIsPrintedAndWrittenToFiles() throws Exception {
        String printed = service.client("report", "--date", today).out();
        assertThat(printed).contains("3 documents came in. 2 filed, 1 failed, 0 waiting.", "  tickets");
        Path pdf = temp.resolve("report.pdf");
        service.client("report", "--week", "--date", today, "--as", "pdf", "--to", pdf.toString());
        assertThat(Files.readString(pdf, StandardCharsets.ISO_8859_1)).startsWith("%PDF-");
        assertThat(service.client("report", "--date", today, "--as", "csv").out())
                .contains("day," + today + ",tickets,3,2,1,0,0,0,0");
        assertThat(service.client("report", "--date", "soon").err()).contains("date must be a day such as 2027-03-01");
        page.navigate("/report?period=day&date=" + today);
        Download download = page.waitForDownload(() -> page.getByText("CSV").click());
        assertThat(download.suggestedFilename()).isEqualTo("report-day-" + today + ".csv");
        assertThat(Files.readString(download.path())).contains("tickets,3,2,1");
    }

    @Test
    void itIsMailedOnceTheDayIsOver() throws Exception {
        service.advance(Duration.ofDays(1));
        service.awaitInTime("the report is mailed", () -> !server.received().isEmpty());
        assertThat(server.received()).singleElement().satisfies(mail -> {
            assertThat(mail.header("Subject")).contains("Daily report, " + today);
            assertThat(mail.content())
                    .contains("3 documents came in. 2 filed, 1 failed, 0 waiting.", "  tickets", "<pre>")
                    .contains("/report?period=day&date=" + today);
        });
    }
}
