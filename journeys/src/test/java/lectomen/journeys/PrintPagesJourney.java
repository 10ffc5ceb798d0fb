package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import lectomen.standins.printer.PrinterMood;
import lectomen.standins.printer.PrinterStandIn;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;

/** A poster is held, looked at on its medium, changed, released and printed, from the console and from the command line. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class PrintPagesJourney {
    private static final String RULE = """
            lectomen: 1
            rule: posters
            from: { folder: "{inbox}/posters", arrives: whole }
            do:
              - convert: PDF
              - print: { on: plan-room, media: iso_a3_297x420mm, print-scaling: fit, hold: yes }
              - file: { in: archive }
            """;

    @TempDir
    private static Path temp;

    private static PrinterStandIn printer;
    private static ServiceInTest service;
    private static Browser browser;
    private static Page page;

    @BeforeAll
    static void start() throws Exception {
        printer = PrinterStandIn.start(0, temp.resolve("printed"), job -> {});
        service = RunningService.start(HomeWithPrinter.make(temp.resolve("home"), printer.uri(), ""));
        browser = new Browser();
        page = browser.welcomed(service);
        service.live(RULE);
        for (String name : List.of("regatta", "open day", "winter lights")) {
            service.drop("posters", name + ".txt", ("HARBOUR " + name + "\n\nAll are welcome.\n").getBytes());
        }
        for (String name : List.of("regatta", "open day", "winter lights")) {
            RunningService.await(name + " waits", RunningService.LONGEST_WAIT, () -> waits(name));
        }
        page.navigate("/print");
    }

    private static boolean waits(String name) {
        return service.get("/queues/plan-room/prints").toString().contains(name);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
        printer.close();
    }

    private static Locator row(String name) {
        return page.locator(".prints tbody tr").filter(new Locator.FilterOptions().setHasText(name));
    }

    private static Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    @Test
    @Order(1)
    void whatIsHeldIsListedWithHowItWillLook() {
        assertThat(row("regatta.pdf")).containsText("held");
        assertThat(page.getByText("It is held in queue plan-room until somebody releases it."))
                .isVisible();
        assertThat(page.locator(".sides img")).isVisible();
        assertThat(page.getByText("Side 1 of 1")).isVisible();
        assertThat(printer.printed()).isEmpty();
    }

    @Test
    @Order(2)
    void itsTicketIsChangedWhereThePrinterCanDoIt() {
        row("regatta.pdf").getByRole(AriaRole.LINK).click();
        page.getByLabel("Value of copies").fill("200");
        button("Change").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("can't do copies 200; it can do 1-99");
        page.getByLabel("Value of copies").fill("2");
        page.getByLabel("Value of print-color-mode").fill("monochrome");
        button("Change").click();
        assertThat(page.locator(".ticket .note").first()).hasText(Pattern.compile("\\s*changed"));
    }

    @Test
    @Order(3)
    void releasedItIsPrintedAsItWasChangedAndItsJobIsFiled() throws Exception {
        button("Release").click();
        service.awaitJob("regatta.txt", "filed");
        assertThat(printer.printed()).hasSize(1);
        assertThat(printer.printed().get(0).copies()).isEqualTo(2);
        assertThat(printer.printed().get(0).ticket())
                .containsEntry("print-color-mode", "monochrome")
                .containsEntry("media", "iso_a3_297x420mm");
        assertThat(button("Print again")).isVisible();
    }

    @Test
    @Order(4)
    void itIsPrintedAgainAndItsJobStaysFiled() throws Exception {
        button("Print again").click();
        RunningService.await(
                "it is printed again",
                RunningService.LONGEST_WAIT,
                () -> printer.printed().size() == 1
                        && service.get("/queues/plan-room/prints").toString().contains("regatta"));
        assertThat(service.client("queue", "documents", "plan-room").out()).contains("regatta.pdf", "held");
        assertThat(service.client("queue", "release", "--all", "plan-room").out())
                .contains("3 documents released.");
        service.awaitJob("open day.txt", "filed");
        RunningService.await(
                "all are printed",
                RunningService.LONGEST_WAIT,
                () -> printer.printed().size() == 4);
        assertThat(service.job("regatta.txt").path("state").asString()).isEqualTo("filed");
    }

    @Test
    @Order(5)
    void whatIsCancelledIsNotPrintedAndItsJobSaysWho() throws Exception {
        printer.setMood(PrinterMood.PAPER_OUT);
        service.drop("posters", "flood.txt", "FLOOD WARNING\n".getBytes());
        RunningService.await("it waits", RunningService.LONGEST_WAIT, () -> waits("flood"));
        page.navigate("/print");
        row("flood.pdf").click();
        button("Cancel").click();
        assertThat(page.getByText("Nothing waits here.")).isVisible();
        service.awaitJob("flood.txt", "cancelled");
        assertThat(service.client("queue", "documents", "plan-room", "--ended").out())
                .contains("flood.pdf", "not printed", "cancelled its printing in queue plan-room");
        printer.setMood(PrinterMood.GOOD);
    }

    @Test
    @Order(6)
    void theReportTellsHowManySheetsWerePrinted() throws Exception {
        page.navigate("/print-report");
        assertThat(page.locator(".report tbody tr").first())
                .containsText(Pattern.compile("posters.*inbox/posters\\D*4"));
        assertThat(service.client("queue", "report").out()).contains("plan-room", "posters");
        assertThat(service.send(service.request("/print-report/file").GET()).body())
                .startsWith("queue,rule,from,sender,documents,copies,sheets\r\nplan-room,posters,");
    }
}
