package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Every page of the console, looked at by an accessibility checker in light and dark. */
class AccessibilityJourney {
    @TempDir
    private static Path temp;

    private static ConsoleUnderTest console;

    @BeforeAll
    static void start() throws Exception {
        console = ConsoleUnderTest.start(temp);
        console.service()
                .send(console.service()
                        .request("/groups")
                        .setHeader("Content-Type", "application/json")
                        .POST(BodyPublishers.ofString("{\"name\": \"pilots\"}")));
        console.service()
                .send(console.service()
                        .request("/tokens")
                        .setHeader("Content-Type", "application/json")
                        .POST(BodyPublishers.ofString("{\"name\": \"scales\", \"role\": \"auditor\"}")));
    }

    @AfterAll
    static void stop() {
        console.close();
    }

    @ParameterizedTest
    @EnumSource(
            value = ColorScheme.class,
            names = {"LIGHT", "DARK"})
    void noPageHasASeriousFindingOfTheAccessibilityCheck(ColorScheme colours) {
        Page looked = console.signedIn(colours, 1280, 800);
        for (String path : List.of(
                "/today",
                "/jobs",
                "/jobs/" + console.filed(),
                "/desk",
                "/rules",
                "/rules/tickets",
                "/rules/tickets/live",
                "/new-rule",
                "/tables?of=lookup:depths",
                "/tables?of=parameters",
                "/tables?of=new",
                "/tables?of=part:console-name",
                "/people?of=person:1",
                "/people?of=group:pilots",
                "/people?of=token:1",
                "/ledger",
                "/inbox",
                "/report?period=week",
                "/me")) {
            looked.navigate(path);
            assertThat(looked.locator("main h1").first()).isVisible();
            looked.waitForFunction("document.getAnimations().length === 0");
            assertThat(findings(looked)).as(path + " in " + colours).isEmpty();
        }
        editorHasNoFindings(looked, colours);
        looked.navigate("/today");
        looked.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^tickets: ")))
                .click();
        assertThat(looked.getByRole(AriaRole.DIALOG)).containsText("Takes text files from");
        assertThat(findings(looked)).as("a hot folder in " + colours).isEmpty();
        looked.context().clearCookies();
        for (String door : List.of("/today", "/welcome#code")) {
            looked.navigate(door);
            assertThat(looked.getByLabel("Password")).isVisible();
            assertThat(findings(looked))
                    .as("the door at " + door + " in " + colours)
                    .isEmpty();
        }
        looked.context().close();
    }

    private static void editorHasNoFindings(Page looked, ColorScheme colours) {
        looked.navigate("/rules/tickets/edit");
        Locator sentences = looked.locator(".aloud");
        assertThat(sentences).containsText("its text contains");
        assertThat(looked.getByLabel("Result for this document")).containsText("documents can be filed");
        assertThat(findings(looked)).as("the editor in " + colours).isEmpty();
        sentences.getByText("gets a number").click();
        assertThat(sentences.getByRole(AriaRole.COMBOBOX)).isFocused();
        assertThat(findings(looked)).as("an open blank in " + colours).isEmpty();
        looked.keyboard().press("Escape");
        looked.getByText("add a condition").click();
        assertThat(sentences.getByRole(AriaRole.COMBOBOX)).isFocused();
        assertThat(findings(looked)).as("what can be added in " + colours).isEmpty();
        looked.keyboard().press("Escape");
        looked.keyboard().press("e");
        assertThat(looked.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Rule file")))
                .isFocused();
        assertThat(findings(looked)).as("the file in " + colours).isEmpty();
    }

    /** What the accessibility checker finds on a page that is serious. */
    @SuppressWarnings("unchecked")
    static List<String> findings(Page page) {
        page.evaluate(checker());
        return (List<String>) page.evaluate("""
                async () => (await axe.run(document, { resultTypes: ["violations"] })).violations
                    .filter(found => found.impact === "serious" || found.impact === "critical")
                    .map(found => found.id + ": " + found.nodes.map(node => node.html.slice(0, 120)).join(" | "))
                """);
    }

    /** The accessibility checker's own script, from the console's packages. */
    private static String checker() {
        try {
            return Files.readString(Launcher.ROOT.resolve("console/node_modules/axe-core/axe.min.js"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
