package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.FileChooser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import lectomen.demo.DemoPermit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A rule is written in the console beside documents, tried as it is typed, kept, and put live. */
class EditorJourney {
    private static final int MOST_INTERACTIONS = 12;
    private static final String NUMBER = "MHP-2027-0032";

    @TempDir
    private static Path temp;

    private static RunningService service;
    private static Browser browser;
    private static Page page;

    private int interactions;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        service.live(Rules.tickets("tickets", "number it").replace("accept: [text]", "accept: [text, pdf]"));
        browser = new Browser();
        page = browser.welcomed(service);
        page.onFileChooser(chooser -> {}); // has them caught from now on, not only once one is awaited
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
    }

    @BeforeEach
    void nothingIsKept() {
        page.evaluate("localStorage.clear()");
        interactions = 0;
    }

    /** One thing that a person does: a click, a key, a text that is typed, files that are chosen. */
    private void act(Runnable deed) {
        deed.run();
        interactions++;
    }

    private void press(String key) {
        act(() -> page.keyboard().press(key));
    }

    private static Path permit(String name) throws Exception {
        Path file = temp.resolve(name);
        return Files.exists(file) ? file : Files.write(file, DemoPermit.onePage());
    }

    private static void drop(String folder, String name) throws Exception {
        Path whole = Files.write(temp.resolve("whole " + name), DemoPermit.onePage());
        Files.move(whole, service.inbox(folder).resolve(name));
    }

    private static Locator outcome() {
        return page.getByLabel("Result for this document");
    }

    private static Locator sentences() {
        return page.locator(".aloud");
    }

    private static Locator file() {
        return page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Rule file"));
    }

    private static Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    private static void begin(Path... documents) {
        page.navigate("/new-rule");
        page.getByLabel("Choose files").setInputFiles(documents);
        assertThat(outcome()).containsText("Filed in archive under");
    }

    private void hasBecomeLiveSoonAndFiles(String rule, String place) throws Exception {
        assertThat(page).hasURL(Pattern.compile(".*/rules/" + rule + "$"));
        assertThat(interactions).isLessThanOrEqualTo(MOST_INTERACTIONS);
        drop(rule, rule + " later.pdf");
        service.awaitJob(rule + " later.pdf", "filed");
        assertThat(service.archive().resolve(place)).exists();
    }

    @Test
    void aRuleIsMadeOfADocumentInAFewClicks() throws Exception {
        page.navigate("/rules");
        act(() -> button("New rule").click());
        Path sample = permit("mooring_1.pdf");
        act(() -> page.getByLabel("Choose files").setInputFiles(sample));
        act(() -> page.locator(".wordmark").getByText(NUMBER).click());
        Locator first = page.getByRole(AriaRole.DIALOG).locator("li").first();
        assertThat(first).containsText("pattern: 'MHP-\\d{4}-\\d{4}'");
        act(() -> first.getByRole(AriaRole.BUTTON).first().click());
        assertThat(sentences()).containsText("permit number, expected MHP-");
        act(() -> sentences().getByText("{file name}").click());
        act(() -> page.keyboard().insertText("Permit {permit number}"));
        assertThat(outcome()).containsText("Permit " + NUMBER);
        act(() -> button("Put live").click());
        assertThat(page.locator(".live")).containsText("will be created and watched");
        assertThat(page.locator(".live")).containsText("1 of 1 sample gives the expected result.");
        act(() -> button("Put live").click());
        hasBecomeLiveSoonAndFiles("mooring", "Mooring/Permit " + NUMBER + ".pdf");
    }

    @Test
    void aRuleIsMadeOfADocumentByKeysAlone() throws Exception {
        page.navigate("/rules");
        assertThat(button("New rule")).isVisible();
        press("n");
        assertThat(page.locator(".keys")).containsText("choose files");
        Path sample = permit("berthing_1.pdf");
        FileChooser chooser = page.waitForFileChooser(() -> page.keyboard().press("c"));
        act(() -> chooser.setFiles(sample));
        assertThat(page.getByRole(AriaRole.IMG)).isVisible();
        press("s");
        act(() -> page.keyboard().type(NUMBER));
        assertThat(page.locator(".wordmark.hit")).hasCount(1);
        press("Escape");
        press("p");
        assertThat(page.getByRole(AriaRole.DIALOG).getByText("Use this").first())
                .isFocused();
        press("Enter");
        assertThat(sentences()).containsText("permit number, expected MHP-");
        press("r");
        act(() -> page.keyboard().insertText("Berthing {permit number}"));
        assertThat(outcome()).containsText("Berthing " + NUMBER);
        press("Control+Enter");
        assertThat(page.locator(".live")).containsText("This is what will happen.");
        assertThat(page.locator(".live")).containsText("The folders are empty.");
        press("Control+Enter");
        hasBecomeLiveSoonAndFiles("berthing", "Berthing/Berthing " + NUMBER + ".pdf");
    }

    @Test
    void sentencesAreChangedWhereTheyStandAndTheFileWithThem() throws Exception {
        begin(permit("changes_1.pdf"));
        page.getByText("add a condition").click();
        page.keyboard().type("text con");
        page.keyboard().press("Enter");
        assertThat(sentences()).containsText("Matches when its text contains");
        assertThat(page.getByRole(AriaRole.COMBOBOX)).isFocused();
        page.keyboard().press("Control+a");
        page.keyboard().type("NO SUCH WORDS");
        assertThat(sentences()).containsText("False: not found");
        page.keyboard().press("Control+a");
        page.keyboard().type("Mooring permit");
        assertThat(sentences()).containsText("True: found");
        page.keyboard().press("Enter");
        sentences().getByText("2 seconds").click();
        page.keyboard().press("Control+a");
        page.keyboard().type("a while");
        assertThat(sentences().locator(".wrong")).containsText("\"settle\"");
        assertThat(button("Put live")).isDisabled();
        page.keyboard().press("Control+a");
        page.keyboard().type("90s");
        page.keyboard().press("Enter");
        assertThat(sentences()).containsText("after 90 seconds without changes");
        sentences().getByText("gets a number").click();
        page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("new version"))
                .click();
        assertThat(sentences().locator(".wrong")).containsText("move older to");
        page.getByText("All options").click();
        sentences().locator(".words .offer").getByText("move older to").click();
        assertThat(sentences()).containsText("the existing file is moved to {under}/older/{name} v{n}");
        page.keyboard().press("Escape");
        page.keyboard().press("e");
        assertThat(file()).containsText("text contains: Mooring permit");
        assertThat(file()).containsText("settle: 90s");
        assertThat(file()).containsText("when taken: new version");
    }

    @Test
    void stepsAreMovedAndTakenOutWithTheirComments() throws Exception {
        service.post("/rules", """
                lectomen: 1
                rule: moving
                from: inbox
                do:
                  # first it is named
                  - name: "{file name}"
                  - file: { in: archive, under: "Moving" }   # then filed
                """);
        page.navigate("/rules/moving/edit");
        sentences().getByText("{file name}").click();
        page.keyboard().press("Control+Shift+ArrowDown");
        assertThat(sentences()).containsText(Pattern.compile("Files it.*Names it", Pattern.DOTALL));
        page.keyboard().press("Escape");
        page.keyboard().press("e");
        assertThat(file())
                .containsText(
                        Pattern.compile("file: .*# then filed\\s*.*# first it is named\\s*.*- name", Pattern.DOTALL));
        page.keyboard().press("Control+Home");
        page.keyboard().press("Control+a");
        page.keyboard().insertText("lectomen: 1\nrule: moving\nfrom: inbox\ndo:\n  - name: x\n  - ");
        page.keyboard().type("fi");
        page.keyboard().press("Control+Space");
        assertThat(page.locator(".cm-tooltip-autocomplete")).containsText("find");
        assertThat(page.locator(".cm-tooltip-autocomplete")).containsText("file");
        page.keyboard().press("Escape");
        page.keyboard().type("le: { in: arc");
        page.keyboard().press("Control+Space");
        assertThat(page.locator(".cm-tooltip-autocomplete")).containsText("archive");
    }

    @Test
    void aValueThatIsKnownInTwoDocumentsIsFoundInBoth() throws Exception {
        Path one = Files.writeString(temp.resolve("slip_1.txt"), "Yard office\nSlip no: 4411\nYard: North\n");
        Path two = Files.writeString(temp.resolve("slip_2.txt"), "Works\nGate three\nNumber: 5522\nYard: South\n");
        page.navigate("/new-rule");
        page.getByLabel("Choose files").setInputFiles(new Path[] {one, two});
        assertThat(outcome()).containsText("2 of 2 documents can be filed.");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        markUntil("4411", dialog);
        dialog.getByText("Use this").first().click();
        assertThat(sentences()).containsText("slip no, a number, expected");
        page.getByTitle("slip_2.txt").click();
        assertThat(page.locator(".pagetext")).containsText("5522");
        Locator field = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Field: a new field"));
        List<Route> late = new ArrayList<>();
        page.route("**/api/v1/proposals", late::add);
        markUntil("5522", field);
        field.click();
        Locator known = page.getByRole(AriaRole.MENUITEMRADIO, new Page.GetByRoleOptions().setName("slip no"));
        assertThat(known).isVisible();
        page.unroute("**/api/v1/proposals");
        late.forEach(Route::resume);
        assertThat(dialog.getByText("Use this").first()).isVisible();
        known.click();
        Locator first = dialog.locator("li").first();
        assertThat(first).containsText("4411");
        assertThat(first).containsText("5522");
        first.getByText("Use this").click();
        page.keyboard().press("r");
        page.keyboard().press("Control+a");
        page.keyboard().insertText("Slip {slip no}");
        assertThat(outcome()).containsText("Slip 4411");
        assertThat(outcome()).containsText("Slip 5522");
    }

    /** Marks words once they can be: the text is shown before the places of its words are known. */
    private static void markUntil(String words, Locator shown) throws InterruptedException {
        RunningService.await(words + " is marked", RunningService.LONGEST_WAIT, () -> {
            mark(words);
            return shown.isVisible();
        });
    }

    /** Marks words of a page of text as a person does with the pointer. */
    private static void mark(String words) {
        page.locator(".pagetext > span")
                .filter(new Locator.FilterOptions().setHasText(words))
                .evaluate("""
                (line, words) => {
                  const walker = document.createTreeWalker(line, NodeFilter.SHOW_TEXT);
                  for (let node = walker.nextNode(); node !== null; node = walker.nextNode()) {
                    const at = node.data.indexOf(words);
                    if (at < 0) continue;
                    document.getSelection().setBaseAndExtent(node, at, node, at + words.length);
                    line.dispatchEvent(new MouseEvent("mouseup", { bubbles: true }));
                    return;
                  }
                }""", words);
    }

    @Test
    void aDataFileIsPastedBesideTheDocumentAndTried() throws Exception {
        page.navigate("/new-rule");
        page.locator("li")
                .filter(new Locator.FilterOptions().setHasText("Notices by their data file"))
                .getByText("Start from this")
                .click();
        page.getByLabel("Add documents").setInputFiles(Files.writeString(temp.resolve("n.txt"), "A light is out.\n"));
        assertThat(outcome()).containsText("No \"number\" on the file");
        button("Data file").click();
        page.getByLabel("Content of the data file").fill("<notice><number>12</number><area>North</area></notice>");
        Locator leaf = page.getByRole(AriaRole.DIALOG);
        assertThat(leaf.locator("dl")).containsText("/notice/number12");
        assertThat(leaf.locator("dl")).containsText("/notice/untilno result");
        page.getByLabel("Content of the data file")
                .fill("<notice><number>12</number><area>North</area><until>2027-05-01</until></notice>");
        page.keyboard().press("Escape");
        assertThat(outcome().locator("h1")).hasAttribute("aria-label", "NM 0012 North.txt");
        assertThat(outcome()).containsText("under Notices/until 2027-05");
    }

    @Test
    void whatIsNotSavedIsFoundAgainAndWhatIsWrongIsSaidByLine() {
        page.navigate("/rules/tickets/edit");
        assertThat(sentences()).containsText("short name: tickets");
        page.keyboard().press("e");
        assertThat(file()).containsText("rule: tickets");
        String before = String.join("\n", file().locator(".cm-line").allInnerTexts());
        file().fill(before.replace("rule: tickets", "rule: Tickets!"));
        assertThat(page.locator(".problems")).containsText("Line 2, column 7:");
        assertThat(button("Save draft")).isDisabled();
        page.reload();
        assertThat(page.getByText("have been restored")).isVisible();
        assertThat(button("Edit as file")).isVisible();
        page.keyboard().press("e");
        assertThat(file()).containsText("rule: Tickets!");
        button("Discard changes").click();
        assertThat(file()).containsText("rule: tickets");
        page.reload();
        assertThat(sentences()).containsText("short name: tickets");
        assertThat(page.getByText("have been restored")).hasCount(0);
    }

    @Test
    void aVersionThatSomebodyElseAddedIsPutTogetherWithOnesOwn() {
        service.post("/rules", Rules.keepName("shared", "settle: 3s"));
        page.navigate("/rules/shared/edit");
        sentences().getByText("3 seconds").click();
        page.keyboard().press("Control+a");
        page.keyboard().type("9s");
        service.post(
                "/rules",
                Rules.keepName("shared", "settle: 3s").replace("rule: shared", "rule: shared\ntitle: Theirs"));
        assertThat(page.getByText("Somebody else has saved a newer version")).isVisible();
        button("Save draft").click();
        assertThat(page.getByRole(AriaRole.ALERT)).isVisible();
        assertThat(service.get("/rules/shared").path("text").asString()).doesNotContain("9s");
        button("Merge changes").click();
        button("Save draft").click();
        assertThat(page).hasURL(Pattern.compile(".*/rules/shared$"));
        assertThat(service.get("/rules/shared").path("text").asString()).contains("9s");
    }

    @Test
    void anotherWindowIsToldOf() {
        page.navigate("/rules/tickets/edit");
        assertThat(sentences()).containsText("short name: tickets");
        Page other = page.context().newPage();
        other.navigate("/rules/tickets/edit");
        assertThat(other.locator(".aloud")).containsText("short name: tickets");
        other.keyboard().press("e");
        Locator text = other.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Rule file"));
        String before = String.join("\n", text.locator(".cm-line").allInnerTexts());
        text.fill(before + "\n# from the other window\n");
        assertThat(page.getByText("This rule is also open in another window of this browser."))
                .isVisible();
        button("Use theirs").click();
        page.keyboard().press("e");
        assertThat(file()).containsText("# from the other window");
        other.close();
    }

    @Test
    void aRuleThatWouldTakeTheNameOfAnotherIsNotKeptOverIt() throws Exception {
        begin(permit("tickets.pdf"));
        assertThat(page.getByText("There is already a rule tickets.")).isVisible();
        assertThat(button("Put live")).isDisabled();
        assertThat(service.get("/rules/tickets")
                        .path("rule")
                        .path("latestVersion")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void everyStartingPointIsARuleThatCouldGoLive() {
        page.navigate("/new-rule");
        Locator points = page.locator(".points > li");
        assertThat(points).hasCount(6);
        for (String name : List.of(
                "Permits by vessel",
                "Readings numbered per month",
                "Notices by their data file",
                "Drawing sets that replace themselves",
                "Scans to a desk")) {
            points.filter(new Locator.FilterOptions().setHasText(name))
                    .getByText("Start from this")
                    .click();
            assertThat(sentences()).containsText("Name: " + name);
            assertThat(button("Put live")).isEnabled();
            button("Discard draft").click();
            assertThat(points).hasCount(6);
        }
        assertThat(service.get("/parts").toString()).contains("monthly-readings");
    }
}
