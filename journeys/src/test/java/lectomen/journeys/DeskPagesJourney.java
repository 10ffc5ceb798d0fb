package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.regex.Pattern;
import lectomen.demo.DemoPaper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Three people at their desks in three browsers, by keys alone, and one by touch on a tablet. */
class DeskPagesJourney {
    @TempDir
    private static Path temp;

    private static ServiceInTest service;
    private static Browser browser;
    private static Page ida;
    private static Page tam;
    private static Page greta;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        for (String group : List.of("records-office", "harbour-engineers", "harbour-master")) {
            assertThat(service.client("group", "add", group).exitCode()).isZero();
        }
        SignedIn.join(service, "Ida Wren", "ida", "operator", "records-office");
        SignedIn.join(service, "Tam Welling", "tam", "approver", "harbour-engineers");
        SignedIn.join(service, "Greta Holm", "greta", "approver", "harbour-master");
        SignedIn.join(service, "Rita Kemp", "rita", "rule%20author", "");
        browser = new Browser();
        ida = signedIn("ida", 1280, 800);
        tam = signedIn("tam", 1280, 800);
        greta = signedIn("greta", 820, 1180);
        rule("inspections", """
                - review: { by: records-office, when: checks fail, within: 4 working hours }
                - approve:
                    stages:
                      - { stage: engineer, by: harbour-engineers }
                      - { stage: harbour master, by: harbour-master }
                """);
        rule("soundings", "- review: { by: records-office }\n");
    }

    private static void rule(String id, String steps) throws Exception {
        service.live("""
                lectomen: 1
                rule: %s
                from: { folder: "{inbox}/%s", arrives: whole }
                do:
                  - read text: { languages: [en] }
                  - find: inspection
                    fields:
                      report: { pattern: 'BI-\\d{4}-\\d{4}', near: Report no., required: yes, one of: [BI-2027-0319, BI-2027-0309] }
                      berth: { right of: Berth, below: Berth, as: number }
                      inspected on: { right of: Inspected on, below: Inspected on, as: date }
                %s
                  - name: "{report} berth {berth}"
                  - file: { in: archive, under: %s }
                """.replace(id.equals("soundings") ? ", one of: [BI-2027-0319, BI-2027-0309]" : "none", "")
                .formatted(id, id, steps.indent(2).stripTrailing(), id));
    }

    private static Page signedIn(String who, int width, int height) {
        Page page = browser.open(service.url(), ColorScheme.LIGHT, width, height);
        page.navigate("/");
        page.getByLabel("Sign-in name").fill(who);
        page.getByLabel("Password").fill(Browser.PASSWORD);
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*/today"));
        return page;
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
    }

    private static byte[] sheet(String name) throws Exception {
        return DemoPaper.sheets().stream()
                .filter(sheet -> sheet.name().equals(name))
                .findFirst()
                .orElseThrow()
                .bytes();
    }

    private static Locator value(Page page) {
        return page.getByLabel("Value of report");
    }

    @Test
    void aReviewTwoStagesSentBackAndAgainByKeysAndByTouch() throws Exception {
        service.drop("inspections", "berth-14.tif", sheet("berth-14.tif"));
        service.awaitJob("berth-14.tif", "needs-review");

        ida.keyboard().press("g");
        ida.keyboard().press("d");
        assertThat(ida.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("What is the report?")))
                .isVisible();
        assertThat(value(ida)).isFocused();
        assertThat(value(ida)).hasValue("BI-2027-0314");
        assertThat(ida.locator(".answering > .say").first()).containsText("nearest: BI-2027-0319");
        assertThat(ida.locator(".strip img")).isVisible();
        assertThat(AccessibilityJourney.findings(ida)).isEmpty();
        ida.keyboard().press("Enter");
        assertThat(value(ida)).isFocused();
        ida.keyboard().press("ArrowDown");
        assertThat(value(ida)).hasValue("BI-2027-0319");
        assertThat(ida.locator(".foreseen")).containsText("inspections/BI-2027-0319 berth 14");
        aBoxThatIsDrawnIsReadThere();
        ida.keyboard().press("Enter");
        assertThat(ida.getByText("Nothing waits for you.")).isVisible();

        service.awaitInTime(
                "it goes on",
                () -> service.job("berth-14.tif").path("state").asString().equals("awaiting-approval"));
        tam.navigate("/desk");
        assertThat(tam.locator(".earlier").first()).containsText("BI-2027-0314");
        assertThat(AccessibilityJourney.findings(tam)).isEmpty();
        tam.keyboard().press("a");
        assertThat(tam.getByText("Nothing waits for you.")).isVisible();

        greta.navigate("/desk");
        assertThat(greta.locator(".stages .on")).containsText("harbour master");
        assertThat(AccessibilityJourney.findings(greta)).isEmpty();
        greta.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Send back"))
                .first()
                .click();
        greta.getByLabel("Reason").fill("It is the other one");
        greta.locator(".refusal")
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Send back"))
                .click();
        assertThat(greta.getByText("Nothing waits for you.")).isVisible();

        assertThat(ida.getByText("Greta Holm sent it back: It is the other one"))
                .isVisible();
        assertThat(value(ida)).hasValue("BI-2027-0319");
        ida.keyboard().type("BI-2027-0309");
        ida.keyboard().press("Enter");
        assertThat(ida.getByText("Nothing waits for you.")).isVisible();
        ida.keyboard().press("u");
        assertThat(value(ida)).hasValue("BI-2027-0319");
        assertThat(ida.getByText("is back on the desk")).isVisible();
        ida.keyboard().type("BI-2027-0309");
        ida.keyboard().press("Enter");
        service.awaitInTime(
                "it goes on",
                () -> service.job("berth-14.tif").path("state").asString().equals("awaiting-approval"));
        assertThat(tam.locator(".stages .on")).containsText("engineer");
        tam.keyboard().press("a");
        assertThat(greta.locator(".stages .on")).containsText("harbour master");
        greta.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Approve"))
                .click();
        service.awaitJob("berth-14.tif", "filed");
        assertThat(service.archive().resolve("inspections/BI-2027-0309 berth 14.tif"))
                .exists();
        ida.navigate("/desk/figures");
        assertThat(ida.getByText("Greta Holm")).isVisible();
        assertThat(AccessibilityJourney.findings(ida)).isEmpty();
        correctionsLeadToABetterRule();
        assertThat(browser.errors()).isEmpty();
    }

    /** The number stands right of its label, near the top of the page. */
    private static void aBoxThatIsDrawnIsReadThere() {
        Locator mark = ida.locator(".pg .boxmark").first();
        var box = mark.boundingBox();
        ida.mouse().move(box.x - 3, box.y - 3);
        ida.mouse().down();
        ida.mouse().move(box.x + box.width + 3, box.y + box.height + 3);
        ida.mouse().up();
        assertThat(value(ida)).hasValue("BI-2027-0314");
        value(ida).fill("BI-2027-0319");
        assertThat(ida.locator(".foreseen")).containsText("inspections/BI-2027-0319 berth 14");
    }

    private static void correctionsLeadToABetterRule() {
        Page rita = signedIn("rita", 1280, 800);
        rita.navigate("/rules/inspections");
        assertThat(rita.getByLabel("Corrected by people")).containsText("BI-2027-0309");
        rita.keyboard().press("s");
        rita.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Use this"))
                .first()
                .click();
        assertThat(rita.locator(".changes"))
                .containsText("Compared 1 filed document. report would be read as it was filed in 0 of 1.");
        assertThat(rita.locator(".changes table")).containsText("BI-2027-0309");
        assertThat(AccessibilityJourney.findings(rita)).isEmpty();
        rita.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save as a draft"))
                .click();
        assertThat(rita).hasURL(Pattern.compile(".*/rules/inspections/live"));
        rita.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Compare with filed documents"))
                .click();
        assertThat(rita.locator(".changes")).containsText("0 of 1 would be filed as before.");
        rita.keyboard().press("e");
        assertThat(rita.getByLabel("Result for this document")).isVisible();
        rita.keyboard().press("c");
        assertThat(rita.locator(".panel .changes")).containsText("0 of 1 would be filed as before.");
    }

    private static void notes(String id, String more, String steps) throws Exception {
        service.live("""
                lectomen: 1
                rule: %s
                from: { folder: "{inbox}/%s", arrives: whole }
                %s
                do:
                  - find: note
                    fields:
                      number: { right of: Note, required: yes }
                      depths: { column: Depth, as: number, at most: 20, take: all }
                %s
                  - name: "{number} {depths}"
                  - file: { in: archive, under: %s }
                """.formatted(id, id, more, steps.indent(2).stripTrailing(), id));
    }

    private static byte[] note(int number, String... depths) {
        return ("Note: N-" + number + "\n\nDepth\n" + String.join("\n", depths) + "\n").getBytes();
    }

    @Test
    void manyAreApprovedAtOnceOnceEachWasOpened() throws Exception {
        notes("notices", "", "- approve: { by: harbour-engineers }");
        for (int i = 1; i <= 3; i++) {
            service.drop("notices", "notice " + i + ".txt", note(i, "7.5"));
            service.awaitJob("notice " + i + ".txt", "awaiting-approval");
        }
        tam.navigate("/desk");
        assertThat(tam.getByText("3 to approve")).isVisible();
        for (int i = 1; i <= 3; i++) {
            assertThat(tam.locator("h2.ask")).hasText("notice " + i + ".txt");
            tam.keyboard().press("x");
            assertThat(tam.getByText(i + " marked, each opened by you.")).isVisible();
        }
        assertThat(AccessibilityJourney.findings(tam)).isEmpty();
        tam.keyboard().press("y");
        assertThat(tam.getByText("Nothing waits for you.")).isVisible();
        for (int i = 1; i <= 3; i++) {
            service.awaitJob("notice " + i + ".txt", "filed");
        }
    }

    @Test
    void whatComesAgainIsShownBesideWhatWasFiled() throws Exception {
        notes("charts", "same document when: \"{number}\"", "- approve: { by: harbour-master }");
        service.drop("charts", "first.txt", note(17, "7.5"));
        service.awaitJob("first.txt", "awaiting-approval");
        greta.navigate("/desk");
        greta.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Approve"))
                .click();
        service.awaitJob("first.txt", "filed");
        service.drop("charts", "second.txt", note(17, "8.25"));
        service.awaitJob("second.txt", "awaiting-approval");
        greta.navigate("/desk");
        assertThat(greta.getByLabel("Now")).containsText("8.25");
        assertThat(greta.getByLabel(Pattern.compile("Filed .*"))).containsText("7.5");
        assertThat(AccessibilityJourney.findings(greta)).isEmpty();
        greta.keyboard().press("c");
        assertThat(greta.getByLabel(Pattern.compile("Filed .*"))).isHidden();
        greta.keyboard().press("a");
        service.awaitJob("second.txt", "filed");
    }

    @Test
    void aListIsEditedAsAGrid() throws Exception {
        notes("depths", "", "- review: { by: records-office, when: checks fail }");
        service.drop("depths", "list.txt", note(4, "7.5", "81.0", "6.25"));
        service.awaitJob("list.txt", "needs-review");
        ida.navigate("/desk?job=" + service.job("list.txt").path("id").asString());
        assertThat(ida.getByLabel("depths, row 1")).isFocused();
        assertThat(AccessibilityJourney.findings(ida)).isEmpty();
        ida.keyboard().press("ArrowDown");
        ida.keyboard().type("8.1");
        ida.keyboard().press("Enter");
        service.advance(Duration.ofSeconds(15));
        service.awaitJob("list.txt", "filed");
        assertThat(service.archive().resolve("depths/N-4 7.5; 8.1; 6.25.txt")).exists();
    }

    @Test
    void aDocumentThatOnlyNeedsALookNeedsOneKey() throws Exception {
        for (int i = 0; i < 3; i++) {
            service.drop("soundings", "look " + i + ".tif", sheet("berth-14.tif"));
        }
        for (int i = 0; i < 3; i++) {
            service.awaitJob("look " + i + ".tif", "needs-review");
        }
        ida.navigate("/desk");
        assertThat(ida.getByText("3 to review")).isVisible();
        assertThat(ida.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Is everything right?")))
                .isVisible();
        assertThat(AccessibilityJourney.findings(ida)).isEmpty();
        for (int left = 2; left >= 0; left--) {
            ida.keyboard().press("Enter");
            String title = left == 0 ? "Nothing waits for you." : left + " to review";
            assertThat(ida.getByText(title)).isVisible();
        }
        service.advance(Duration.ofSeconds(15));
        for (int i = 0; i < 3; i++) {
            service.awaitJob("look " + i + ".tif", "filed");
        }
    }
}
