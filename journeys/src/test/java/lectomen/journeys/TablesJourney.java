package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What rules look up and share is read and changed in the console. */
class TablesJourney {
    private static final String PART = "lectomen: 1\npart: console-name\npattern: \"%s\"\n";

    @TempDir
    private static Path temp;

    private static RunningService service;
    private static Browser browser;
    private static Page page;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(Rules.tickets("tickets", "number it"));
        service.post("/parts", PART.formatted("{file name}"));
        browser = new Browser();
        page = browser.welcomed(service);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
    }

    private static Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    void aLookupAndASharedPartAreReadAndChangedWhereTheyStand() throws Exception {
        service.client(
                "lookup",
                "put",
                "moorings",
                Files.writeString(temp.resolve("m.csv"), "berth,depth\nQ7,4.20\n")
                        .toString());
        service.post("/rules", Rules.keepName("by-part", "").replace("{file name}", "{pattern console-name}"));
        page.navigate("/today");
        assertThat(page.locator(".keys kbd").first()).isVisible();
        page.keyboard().press("g");
        page.keyboard().press("b");
        page.getByText("moorings").click();
        assertThat(page.getByLabel("berth, 1")).hasValue("Q7");
        page.getByLabel("Import CSV file")
                .setInputFiles(Files.writeString(temp.resolve("short.csv"), "berth,depth\nQ7,4.20\nQ8\n"));
        button("Save").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("line 3 has 1 value, and there are 2 columns");
        assertThat(page.locator("tr.bad input").first()).hasValue("Q8");
        page.getByLabel("depth, 2").fill("3.10");
        paste(page.getByLabel("berth, 1"), "Q1\t5.00\nQ2\t5.10\nQ3\t5.20");
        button("Save").click();
        assertThat(page.locator(".table .top")).containsText("3 rows, version 2");
        assertThat(service.send(service.request("/lookups/moorings").GET()).body())
                .isEqualTo("berth,depth\nQ1,5.00\nQ2,5.10\nQ3,5.20\n");

        page.getByText("console-name").click();
        assertThat(page.locator(".table")).containsText("Used by by-part");
        button("Edit").click();
        page.locator("textarea").fill(PART.formatted("{file name} again"));
        button("Save").click();
        assertThat(page.locator(".table [role=status]")).containsText("by-part: version 2 is a draft");
        page.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("by-part").setExact(true))
                .click();
        assertThat(page.locator(".history")).containsText("part console-name is version 2");
        button("Changes").click();
        assertThat(page.locator(".change")).containsText("Shared part console-name:");
    }

    /** Pastes what was copied from a sheet. */
    private static void paste(Locator cell, String cells) {
        cell.evaluate("""
                (input, cells) => {
                  const data = new DataTransfer();
                  data.setData("text/plain", cells);
                  input.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
                }""", cells);
    }

    @Test
    void aCounterIsMadeAndSetWithItsReason() {
        page.navigate("/tables?of=new");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("lookup: lookup"))
                .click();
        page.getByRole(AriaRole.MENUITEMRADIO, new Page.GetByRoleOptions().setName("counter"))
                .click();
        page.getByLabel("Name").fill("letters");
        page.keyboard().press("Enter");
        assertThat(page.locator("textarea")).hasValue(Pattern.compile("part: letters"));
        button("Save").click();
        assertThat(page.locator(".counter")).containsText("No numbers given yet.");
        page.getByLabel("Next number").fill("118");
        page.getByLabel("Reason").fill("as on paper");
        button("Set number").click();
        assertThat(page.locator(".counter")).containsText("118 by");
        assertThat(page.locator(".counter")).containsText("as on paper");
        page.navigate("/tables?of=parameters");
        assertThat(page.locator(".table")).containsText("{inbox} =");
        assertThat(page.locator(".table")).containsText("tickets");
    }
}
