package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.regex.Pattern;
import lectomen.demo.DemoPaper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What was read on a scan, seen in the console and asked for by HTTP. */
class ReadingJourney {
    private static final String REPORT = "berth-03.tif";

    @TempDir
    private static Path temp;

    private static RunningService service;
    private static Browser browser;
    private static Page page;
    private static String job;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(DemoPaper.rules().get(3));
        DemoPaper.Sheet report = DemoPaper.sheets().stream()
                .filter(sheet -> sheet.name().equals(REPORT))
                .findFirst()
                .orElseThrow();
        service.drop("berth-inspections", REPORT, report.bytes());
        job = service.awaitJob(REPORT, "filed").path("id").asString();
        browser = new Browser();
        page = browser.welcomed(service);
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
    }

    @Test
    void wordsLieOnThePageAndAreFoundAndMarkedByKeys() {
        page.navigate("/jobs/" + job);
        assertThat(page.getByRole(AriaRole.IMG)).isVisible();
        page.keyboard().press("w");
        Locator words = page.locator(".wordmarks .wordmark");
        assertThat(words.first()).isAttached();
        assertThat(words.count()).isGreaterThan(100);
        assertThat(page.locator(".wordbar")).containsText("certain");
        page.keyboard().press("s");
        page.keyboard().type("berth inspection");
        assertThat(page.locator(".wordmark.hit")).hasCount(2);
        assertThat(page.locator(".wordbar")).containsText("1 of ");
        page.getByPlaceholder("Find on this page").fill("nowhere to be seen");
        assertThat(page.locator(".wordbar")).containsText("not found");
        page.keyboard().press("Escape");
        assertThat(page.locator(".wordbar")).isVisible();
        page.keyboard().press("w");
        assertThat(page.locator(".wordbar")).hasCount(0);
        assertThat(page).hasURL(Pattern.compile(".*/jobs/" + job));
    }

    @Test
    void howARuleFindsAWordIsAskedByKeysAlone() {
        page.navigate("/jobs/" + job);
        assertThat(page.getByRole(AriaRole.IMG)).isVisible();
        page.keyboard().press("s");
        page.keyboard().type("BI-2027-0303");
        assertThat(page.locator(".wordbar")).containsText("1 of ");
        assertThat(page.locator(".wordmark.hit")).hasCount(1);
        page.keyboard().press("Escape");
        page.keyboard().press("p");
        Locator leaf = page.getByRole(AriaRole.DIALOG);
        assertThat(leaf).containsText("Field for “BI-2027-0303”");
        assertThat(leaf.locator("li").first())
                .containsText("report no: { pattern: 'BI-\\d{4}-\\d{4}', right of: Report no }");
        assertThat(leaf.locator("li").first().locator("dd")).hasText("BI-2027-0303");
        page.keyboard().press("Escape");
        assertThat(leaf).hasCount(0);
    }

    /** The key is pressed in the moment in which the page is put into the document, before it is painted. */
    @Test
    void aKeyWorksAsSoonAsThePageIsThere() {
        Page quick = browser.open(
                service.url(), ColorScheme.LIGHT, 1280, 800, page.context().storageState());
        quick.addInitScript("""
                new MutationObserver((changes, observer) => {
                  if (document.querySelector("figure img") === null) return;
                  observer.disconnect();
                  document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "s", bubbles: true, cancelable: true }));
                }).observe(document, { childList: true, subtree: true });
                """);
        quick.navigate("/jobs/" + job);
        assertThat(quick.getByPlaceholder("Find on this page")).isFocused();
    }

    @Test
    void theWordsOfAPageAreToldWithTheirPlaces() {
        JsonNode told = service.get("/jobs/" + job + "/pages/1/words");
        StringBuilder text = new StringBuilder();
        for (JsonNode word : told.path("words")) {
            text.append(word.path("text").asString()).append(' ');
            JsonNode box = word.path("box");
            assertThat(box.path("left").asDouble())
                    .isBetween(0.0, told.path("width").asDouble());
            assertThat(box.path("top").asDouble())
                    .isBetween(0.0, told.path("height").asDouble());
            assertThat(word.path("confidence").asDouble()).isBetween(0.0, 1.0);
        }
        assertThat(text.toString())
                .contains("Berth inspection Report no. BI-2027-0303")
                .contains("Marrowick Harbour, works office,");
    }

    @Test
    void theRuleSaysHowItReadsAndTheJobHowWellItWent() {
        assertThat(service.get("/rules/berth-inspections").toString())
                .contains("Reads the text in English, thoroughly.");
        assertThat(service.get("/jobs/" + job).path("steps").toString())
                .contains("Read page 1: ", "% confidence on average");
    }
}
