package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** People with different roles at the console at once: an administrator, an operator of one rule, and an auditor. */
class PeopleJourney {
    private static final String PASSWORD = "the ebb runs at six";

    @TempDir
    private static Path temp;

    private static ConsoleUnderTest console;

    @BeforeAll
    static void start() throws Exception {
        console = ConsoleUnderTest.start(temp);
        console.service().live(Rules.keepName("notices", "accept: [text]"));
    }

    @AfterAll
    static void stop() {
        console.close();
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator link(Page page, String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static String idOf(String signIn) {
        for (JsonNode person : console.service().get("/accounts").path("accounts")) {
            if (person.path("signIn").asString().equals(signIn)) {
                return person.path("id").asString();
            }
        }
        throw new IllegalStateException("Nobody signs in as " + signIn);
    }

    /** Follows an invitation in a browser of its own. */
    private static Page join(String link, String name, String signIn) {
        Page page = console.browser().open(console.service().url(), ColorScheme.LIGHT, 1280, 800);
        page.navigate(link);
        assertThat(page.locator("h1")).hasText("Welcome to Lectomen");
        page.getByLabel("Your name").fill(name);
        page.getByLabel("Sign-in name").fill(signIn);
        page.getByLabel("Password").fill(PASSWORD);
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile(".*/today"));
        return page;
    }

    /** What a choice of the page is set to, with the keyboard alone. */
    private static void choose(Page page, String label, String words) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + label)))
                .focus();
        page.keyboard().press("Enter");
        assertThat(page.getByRole(AriaRole.MENU)).isVisible();
        page.keyboard().type(words.substring(0, 4));
        assertThat(page.getByRole(
                        AriaRole.MENUITEMRADIO,
                        new Page.GetByRoleOptions().setName(words).setExact(true)))
                .isFocused();
        page.keyboard().press("Enter");
        assertThat(page.getByRole(AriaRole.MENU)).hasCount(0);
    }

    /** A link from the administrator, by the keyboard. */
    private static String invite(Page admin, String role, String rule) {
        admin.navigate("/people");
        assertThat(admin.locator("main h1")).containsText("sign in");
        ConsoleUnderTest.awaitKeys(admin);
        admin.keyboard().press("n");
        assertThat(admin.getByRole(AriaRole.DIALOG)).isVisible();
        choose(admin, "Role", role);
        if (!rule.isEmpty()) {
            choose(admin, "Limited to", "some rules only");
            admin.getByLabel(rule, new Page.GetByLabelOptions().setExact(true)).focus();
            admin.keyboard().press("Space");
        }
        button(admin, "Make link").focus();
        admin.keyboard().press("Enter");
        Locator once = admin.locator("input.once");
        assertThat(once).hasValue(Pattern.compile(".*/welcome#.{20,}"));
        String link = once.inputValue();
        admin.keyboard().press("Escape");
        return link;
    }

    @Test
    void threePeopleAtOnceSeeAndDoWhatIsTheirs() {
        Page admin = console.signedIn(ColorScheme.LIGHT, 1280, 800);
        Page operator = join(invite(admin, "operator", "notices"), "Ivo Marsh", "ivo");
        Page auditor = join(invite(admin, "auditor", ""), "Nell Fathom", "nell");

        operator.navigate("/jobs");
        assertThat(operator.locator("main")).containsText("No documents yet.");
        assertThat(link(operator, "People")).hasCount(0);
        assertThat(link(operator, "Ledger")).hasCount(0);
        operator.navigate("/rules");
        assertThat(operator.locator("main h1")).containsText("1 rule");
        assertThat(operator.locator("main")).not().containsText("tickets");
        assertThat(button(operator, "New rule")).hasCount(0);
        operator.navigate("/people");
        assertThat(operator).hasURL(Pattern.compile(".*/today"));
        console.browser().forgive("404");
        operator.navigate("/jobs/" + console.filed());
        assertThat(operator.locator("main")).containsText("Unknown job");

        auditor.navigate("/jobs/" + console.filed());
        assertThat(auditor.locator("main.job")).isVisible();
        assertThat(button(auditor, "Run again")).hasCount(0);
        assertThat(auditor.getByLabel("Note for the next person")).hasCount(0);
        auditor.navigate("/desk");
        assertThat(auditor).hasURL(Pattern.compile(".*/today"));
        auditor.navigate("/ledger");
        assertThat(auditor.locator("tbody tr").first()).isVisible();
        ConsoleUnderTest.awaitKeys(auditor);
        auditor.keyboard().press("c");
        assertThat(auditor.locator(".ledger [role=status]")).containsText("Intact:");
        auditor.navigate("/ledger?event=person.&principal=person+" + idOf("ivo"));
        assertThat(auditor.locator("tbody")).containsText("Ivo Marsh");
        assertThat(auditor.locator("tbody")).not().containsText("job.");
        assertThat(button(auditor, "Disable")).hasCount(0);

        admin.navigate("/people?of=person:" + idOf("ivo"));
        button(admin, "Disable").focus();
        admin.keyboard().press("Enter");
        assertThat(admin.locator("section.table")).containsText("Can't sign in since");
        console.browser().forgive("401");
        operator.navigate("/today");
        assertThat(operator.getByLabel("Sign-in name")).isVisible();
        admin.navigate("/people?of=person:" + idOf("tess"));
        console.browser().forgive("409");
        button(admin, "Disable").click();
        assertThat(admin.locator("main")).containsText("This would leave no administrator.");
        assertThat(console.browser().errors()).isEmpty();
    }

    @Test
    void aPersonChangesTheirPasswordIsAwayAndEndsASession() {
        Page admin = console.signedIn(ColorScheme.DARK, 1280, 800);
        Page bram = join(invite(admin, "rule author", ""), "Bram Sluice", "bram");
        bram.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Bram Sluice"))
                .click();
        bram.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Your account"))
                .click();
        assertThat(bram.locator("main h1")).hasText("Bram Sluice");
        console.browser().forgive("422");
        bram.getByLabel("Current password").fill("not this one");
        bram.getByLabel("New password").fill("springs and neaps");
        bram.keyboard().press("Enter");
        assertThat(bram.locator("main")).containsText("this is not your current password");
        bram.getByLabel("Current password").fill(PASSWORD);
        bram.getByLabel("New password").fill("springs and neaps");
        bram.keyboard().press("Enter");
        assertThat(bram.locator("main")).containsText("Your password is changed.");
        bram.getByLabel("Away until").fill("2031-05-04");
        bram.getByLabel("Stands in").selectOption("Tess Quill");
        button(bram, "I am away").click();
        assertThat(bram.locator("main")).containsText("Saved.");
        admin.navigate("/people");
        admin.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Bram Sluice")))
                .click();
        assertThat(admin.locator("section.table")).containsText("Tess Quill stands in.");
        button(admin, "End").click();
        assertThat(admin.locator("section.table")).containsText("No open session.");
        console.browser().forgive("401");
        bram.navigate("/today");
        bram.getByLabel("Sign-in name").fill("bram");
        bram.getByLabel("Password").fill("springs and neaps");
        bram.keyboard().press("Enter");
        assertThat(bram.locator("h1.log")).isVisible();
        assertThat(console.browser().errors()).isEmpty();
    }

    @Test
    void aTokenIsShownOnceAndRevoked() {
        Page admin = console.signedIn(ColorScheme.LIGHT, 1280, 800);
        admin.navigate("/people");
        button(admin, "New token").click();
        admin.getByLabel("What it is for").fill("<b>scales</b>");
        button(admin, "Make token").click();
        Locator once = admin.locator("input.once");
        assertThat(once).hasValue(Pattern.compile("lectomen_.{20,}"));
        String token = once.inputValue();
        assertThat(service(token)).isEqualTo(200);
        admin.keyboard().press("Escape");
        admin.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^<b>scales")))
                .click();
        assertThat(admin.locator("section.table")).containsText("<b>scales</b>");
        button(admin, "Revoke").click();
        assertThat(admin.locator("section.table")).containsText("Revoked");
        assertThat(service(token)).isEqualTo(401);
        assertThat(console.browser().errors()).isEmpty();
    }

    private static int service(String token) {
        return console.service()
                .send(console.service()
                        .request("/jobs")
                        .setHeader("Authorization", "Bearer " + token)
                        .GET())
                .statusCode();
    }
}
