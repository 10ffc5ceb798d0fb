package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The console as people use it: in a browser, against a real service, by keys alone where that is all one has. */
class ConsoleJourney {
    @TempDir
    private static Path temp;

    private static ConsoleUnderTest console;
    private static ServiceInTest service;
    private static Browser browser;

    private Page page;

    @BeforeAll
    static void start() throws Exception {
        console = ConsoleUnderTest.start(temp);
        service = console.service();
        browser = console.browser();
    }

    @AfterAll
    static void stop() {
        console.close();
    }

    @BeforeEach
    void signIn() {
        page = console.signedIn(ColorScheme.LIGHT, 1280, 800);
    }

    @AfterEach
    void nothingWentWrongUnseen() {
        page.context().close();
        assertThat(browser.errors())
                .filteredOn(error -> !error.contains("status of 401") && !error.contains("status of 400"))
                .isEmpty();
    }

    private Locator row(String text) {
        return page.locator(".jobrow", new Page.LocatorOptions().setHasText(text));
    }

    @Test
    void todayShowsDocumentsByStateAndUpdatesWithoutAReload() throws Exception {
        assertThat(page.locator("h1.log")).containsText("received today");
        assertThat(page.locator(".list")).containsText("No \"ticket number\"");
        console.drop("more.txt", Rules.ticket("T-0042"));
        service.awaitJob("more.txt", "filed");
        int filedNow = (int) service.count("filed");
        assertThat(page.locator("h1.log")).containsText(filedNow + " filed");
        assertThat(page.locator(".folders")).containsText("tickets");
    }

    @Test
    void aJobIsFoundOpenedAndReadByKeysAlone() {
        page.keyboard().press("g");
        page.keyboard().press("j");
        assertThat(page).hasURL(Pattern.compile(".*/jobs"));
        page.keyboard().press("/");
        assertThat(page.locator(".palette-input")).isFocused();
        page.keyboard().type("good");
        assertThat(page.getByRole(AriaRole.OPTION).first()).isVisible();
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*name=good"));
        assertThat(page.locator(".jobrow")).hasCount(1);
        page.keyboard().press("j");
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*/jobs/" + console.filed()));
        assertThat(page.locator("h1.gloss")).hasAttribute("aria-label", "T-0001.txt");
        assertThat(page.locator(".pagetext mark")).containsText("T-0001");
        page.keyboard().press("f");
        page.keyboard().press("a");
        assertThat(page.locator(".f.on")).containsText("ticket number");
        assertThat(page.locator(".foil .got")).containsText("in place");
        page.keyboard().press("Escape");
        assertThat(page).hasURL(Pattern.compile(".*name=good"));
    }

    @Test
    void aFailedJobIsRetriedFromTheListWhichShowsTheResult() {
        page.navigate("/jobs?state=failed");
        assertThat(row("bad.txt")).isVisible();
        row("bad.txt").click();
        assertThat(page.locator(".whyrow")).containsText("No \"ticket number\"");
        page.keyboard().press("t");
        assertThat(page.locator(".views")).containsText("Done: 1 job");
        assertThat(row("bad.txt")).containsText("failed");
    }

    @Test
    void hostileNamesAreTextEverywhere() {
        page.navigate("/jobs?name=onerror");
        assertThat(row("onerror")).isVisible();
        row("onerror").click();
        assertThat(page.locator(".whyrow")).isVisible();
        page.keyboard().press("Enter");
        assertThat(page.locator("h1.gloss")).hasAttribute("aria-label", ConsoleUnderTest.HOSTILE);
        assertThat(page.locator("img[src=x]")).hasCount(0);
    }

    @Test
    void theFilterIsASentenceAndPartOfTheAddress() {
        page.navigate("/jobs");
        ConsoleUnderTest.awaitKeys(page);
        page.keyboard().press("f");
        assertThat(page.locator(".menu")).isVisible();
        page.keyboard().type("failed");
        assertThat(page.locator("[data-highlighted]")).hasText("failed");
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*state=failed"));
        assertThat(row("good.txt")).hasCount(0);
        page.reload();
        assertThat(row("bad.txt")).isVisible();
        page.navigate("/jobs?name=nothingofthatname");
        page.getByText("Clear filters").click();
        assertThat(row("good.txt")).isVisible();
    }

    private Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    private void choose(String menu, String item) {
        button(menu).click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName(item))
                .click();
    }

    @Test
    void aViewIsSavedUnderANameAndOpenedAgain() {
        page.navigate("/jobs?state=failed");
        choose("Views", "Save this view");
        page.getByLabel("Name of the view").fill("What failed");
        page.keyboard().press("Enter");
        assertThat(button("What failed")).isVisible();
        page.navigate("/jobs");
        choose("Views", "What failed");
        assertThat(page).hasURL(Pattern.compile(".*state=failed"));
        assertThat(row("bad.txt")).isVisible();
    }

    @Test
    void allIntakeIsPausedAndResumedAndARuleIsReadAloud() throws Exception {
        page.navigate("/rules");
        button("Pause all intake").click();
        assertThat(page.locator(".intake")).containsText("All intake was paused by");
        assertThat(page.locator(".intake")).containsText("by Tess Quill");
        console.drop("paused.txt", Rules.ticket("T-0091"));
        service.awaitLook("tickets");
        assertThat(service.inbox("tickets").resolve("paused.txt")).exists();
        button("Resume all intake").click();
        service.awaitJob("paused.txt", "filed");
        page.navigate("/rules/tickets");
        assertThat(page.locator(".sentences")).containsText("its text contains");
        page.getByText("Files it in archive under tickets").hover();
        assertThat(page.locator("pre .row.on")).containsText("- file:");
    }

    @Test
    void aHotFolderIsOpenedAskedAndPaused() throws Exception {
        page.navigate("/today");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^tickets: ")))
                .click();
        Locator leaf = page.getByRole(AriaRole.DIALOG);
        assertThat(leaf).containsText("Takes text files from");
        leaf.getByLabel("Test a file name").fill("plan.dxf");
        page.keyboard().press("Enter");
        assertThat(leaf).containsText("Not taken by tickets: does not accept dxf.");
        leaf.getByText("Pause folder").click();
        assertThat(leaf).containsText("This folder was paused by");
        assertThat(leaf).containsText("by Tess Quill");
        leaf.getByText("Resume folder").click();
        assertThat(leaf.getByText("Run now")).isVisible();
        leaf.getByText("Run now").click();
        assertThat(leaf).containsText("asked for: nothing new");
        page.keyboard().press("Escape");
        assertThat(leaf).isHidden();
    }

    @Test
    void aFolderMovedToAnotherDiskIsUsedOnceAPersonConfirmsIt() throws Exception {
        String lines = Rules.ticket("T-0093");
        try (SmallDisk other = SmallDisk.mount(service.archive(), "size=1m")) {
            console.drop("moved.txt", lines);
            String id = service.awaitJob("moved.txt", "waiting").path("id").asString();
            page.navigate("/jobs/" + id);
            assertThat(page.locator(".why")).containsText("A share may not be mounted");
            button("Confirm move").click();
            assertThat(page.locator(".proof")).containsText("Was " + service.archive() + " moved on purpose?");
            button("Keep waiting").click();
            button("Confirm move").click();
            button("Use the new location").click();
            service.awaitJob("moved.txt", "filed");
            assertThat(other.folder()).isDirectoryContaining(file -> file.endsWith("tickets"));
        } finally {
            service.client("folder", "moved", service.archive().toString());
        }
        service.live(Rules.keepName("away", "arrives: whole"));
        Path inbox = service.inbox("away");
        service.awaitLook("away");
        try (SmallDisk other = SmallDisk.mount(inbox, "size=1m")) {
            page.navigate("/today");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^away: ")))
                    .click();
            button("Confirm move").click();
            button("Use the new location").click();
            assertThat(button("Confirm move")).isHidden();
            Files.writeString(other.folder().resolve("there.txt"), "a note");
            service.awaitJob("there.txt", "filed");
        } finally {
            service.post("/rules/away/pause", "");
        }
    }

    @Test
    void aRuleIsRenamed() throws Exception {
        service.post("/rules", Rules.keepName("third", ""));
        page.navigate("/rules/third");
        page.getByText("Rename").click();
        page.getByLabel("New name").fill("fourth");
        page.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Rename"))
                .click();
        assertThat(page).hasURL(Pattern.compile(".*/rules/fourth"));
        assertThat(page.locator("pre")).containsText("{inbox}/fourth");
        service.post("/rules/fourth/retire", "");
        browser.forgive("status of 404"); // an event may have the old name asked for before the page has left it
    }

    @Test
    void aRulesVersionsAreSeenComparedAndComeBack() {
        service.post("/rules", Rules.keepName("versioned", ""));
        service.post("/rules?reason=the+office+moved", Rules.keepName("versioned", "settle: 3s"));
        page.navigate("/rules/versioned");
        Locator history = page.locator(".history");
        assertThat(history).containsText("the office moved");
        button("Changes").click();
        assertThat(page.locator(".change .added")).containsText("settle: 3s");
        assertThat(page.locator(".changed .added")).containsText("after 3 seconds without changes");
        assertThat(page.locator(".changed .removed")).containsText("after 2 seconds without changes");
        button("Restore this version").click();
        assertThat(history).containsText("restored version 1");
        service.post("/rules/versioned/retire", "");
        assertThat(page.locator(".rule .top")).containsText("retired");
    }

    @Test
    void rulesArePutLivePausedAndInAnotherOrderByKeys() throws Exception {
        Path lying = Files.createDirectories(service.inbox("second")).resolve("lying.txt");
        Files.writeString(lying, "it lay there before");
        page.keyboard().press("g");
        page.keyboard().press("r");
        Locator rules = page.locator(".rulebook > li");
        assertThat(rules.nth(1)).containsText("second");
        page.keyboard().press("j");
        assertThat(page.locator(".rulebook > li.on")).containsText("second");
        page.keyboard().press("l");
        assertThat(page.locator(".live")).containsText("1 file is in its folders: 1 taken");
        assertThat(page.locator(".live")).containsText("lying.txt");
        assertThat(page.locator(".live")).containsText("No other live rule uses its folders.");
        button("Put live and leave these files").click();
        assertThat(page).hasURL(Pattern.compile(".*/rules/second$"));
        assertThat(page.locator(".keys")).containsText("pause");
        page.keyboard().press("Escape");
        assertThat(rules.nth(1)).containsText("second");
        assertThat(page.locator(".keys")).containsText("new rule");
        page.keyboard().press("j");
        assertThat(page.locator(".rulebook > li.on b")).hasText("live");
        page.keyboard().press("u");
        assertThat(rules.first()).containsText("second");
        page.keyboard().press("p");
        assertThat(rules.first()).containsText("paused");
        page.keyboard().press("d");
        assertThat(rules.first()).containsText("tickets");
        page.keyboard().press("k");
        page.keyboard().press("Enter");
        assertThat(page.locator("pre")).containsText("text contains: TICKET");
    }

    @Test
    void filesAreUploadedAndHeldOnRequest() throws Exception {
        Path file = Files.writeString(temp.resolve("by hand.txt"), Rules.ticket("T-0077"));
        page.keyboard().press("i");
        page.getByLabel("Choose files").last().setInputFiles(file);
        page.getByLabel("Hold").click();
        page.getByRole(AriaRole.MENUITEMRADIO, new Page.GetByRoleOptions().setName("hold them"))
                .click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Upload 1 file"))
                .click();
        assertThat(page.locator(".panel")).containsText("uploaded");
        service.awaitJob("by hand.txt", "held");
        page.keyboard().press("Escape");
        assertThat(page.locator(".panel")).hasCount(0);
        page.navigate("/jobs?state=held");
        row("by hand.txt").click();
        assertThat(page.locator(".whyrow")).containsText("Held by");
        page.keyboard().press("h");
        service.awaitJob("by hand.txt", "filed");
    }

    private Locator waiting(String name) {
        return page.locator(".waits", new Page.LocatorOptions().setHasText(name));
    }

    @Test
    void unmatchedDocumentsAreFiledByHandAtTheDesk() throws Exception {
        Files.write(service.inbox("tickets").resolve("plan of the quay.bin"), new byte[] {1, 2, 3});
        console.drop("letter.txt", "DEAR HARBOUR OFFICE");
        service.awaitJob("plan of the quay.bin", "unmatched");
        service.awaitJob("letter.txt", "unmatched");
        page.keyboard().press("g");
        page.keyboard().press("d");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Unmatched: \\d")))
                .click();
        assertThat(page.locator(".desk h1")).containsText("unmatched documents");
        waiting("plan of").click();
        assertThat(page.locator(".question .why")).containsText("does not accept");
        assertThat(page.locator(".sheetframe")).containsText("still in its hot folder");
        page.keyboard().press("n");
        page.keyboard().type("Quay plan");
        page.locator("input[name=under]").fill("Plans/2027");
        page.keyboard().press("Enter");
        assertThat(waiting("plan of")).hasCount(0);
        service.awaitJob("plan of the quay.bin", "filed");
        assertThat(service.archive().resolve("Plans/2027/Quay plan.bin")).hasBinaryContent(new byte[] {1, 2, 3});
        assertThat(service.inbox("tickets").resolve("plan of the quay.bin")).doesNotExist();
        waiting("letter").click();
        assertThat(page.locator(".pagetext")).containsText("DEAR HARBOUR OFFICE");
        page.keyboard().press("r");
        page.getByRole(AriaRole.MENUITEMRADIO, new Page.GetByRoleOptions().setName("tickets"))
                .click();
        service.awaitJob("letter.txt", "failed");
        assertThat(waiting("letter")).hasCount(0);
    }

    @Test
    void aServiceThatWentAwayIsSaidAndThePageRecoversByItself() throws Exception {
        page.navigate("/jobs");
        assertThat(row("good.txt")).isVisible();
        String url = service.url();
        service.stop();
        assertThat(page.locator(".lost")).containsText("No answer from the service since");
        assertThat(row("good.txt")).isVisible();
        service.startAgainAt(url);
        assertThat(page.locator(".lost")).hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(120_000));
        console.drop("after.txt", Rules.ticket("T-0100"));
        service.awaitJob("after.txt", "filed");
        assertThat(row("after.txt")).containsText("filed");
        browser.errors(); // a browser reports each call that nobody answered
    }

    @Test
    void anEndedSessionComesBackToWhereOneWas() {
        page.navigate("/jobs?state=failed");
        assertThat(row("bad.txt")).isVisible();
        page.context().clearCookies();
        page.keyboard().press("g");
        page.keyboard().press("t");
        assertThat(page.getByText("Your session has ended")).isVisible();
        page.getByLabel("Sign-in name").fill("tess");
        page.getByLabel("Password").fill(Browser.PASSWORD);
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*/today"));
        assertThat(page.locator("h1.log")).isVisible();
    }

    @Test
    void signingOutEndsAccess() {
        page.context().clearCookies();
        page.reload();
        page.getByLabel("Sign-in name").fill("tess");
        page.getByLabel("Password").fill(Browser.PASSWORD);
        page.keyboard().press("Enter");
        assertThat(page.locator("h1.log")).isVisible();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Tess Quill"))
                .click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Sign out"))
                .click();
        assertThat(page.getByLabel("Password")).isVisible();
        HttpResponse<String> refused = service.send(
                service.request("/jobs").setHeader("Authorization", "").GET());
        assertThat(refused.statusCode()).isEqualTo(401);
    }
}
