package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Files;
import java.nio.file.Path;

/** A service with a few jobs, rules and tables, and a browser in which a person is signed in to its console. */
final class ConsoleUnderTest implements AutoCloseable {
    static final String HOSTILE = "<img src=x onerror=alert(1)>.txt";
    static final String PART = "lectomen: 1\npart: console-name\npattern: \"%s\"\n";

    private final Path temp;
    private final ServiceInTest service;
    private final Browser browser = new Browser();
    private final String filed;

    /** The session of the signed-in person: to sign in for each test would take longer than most of them. */
    private final String session;

    private ConsoleUnderTest(Path temp) throws Exception {
        this.temp = temp;
        this.service = RunningService.start(temp.resolve("home"));
        service.live(Rules.tickets("tickets", "number it"));
        service.post("/rules", Rules.keepName("second", ""));
        service.post("/parts", PART.formatted("{file name}"));
        Path depths = Files.writeString(temp.resolve("depths.csv"), "berth,depth\nQ7,4.20\n");
        service.client("lookup", "put", "depths", depths.toString());
        drop("good.txt", Rules.ticket("T-0001"));
        drop("bad.txt", "HARBOUR TICKET without its number");
        drop(HOSTILE, "HARBOUR TICKET, also without");
        this.filed = service.awaitJob("good.txt", "filed").path("id").asString();
        service.awaitJob("bad.txt", "failed");
        service.awaitJob(HOSTILE, "failed");
        Page welcomed = browser.welcomed(service);
        this.session = welcomed.context().storageState();
        welcomed.context().close();
    }

    static ConsoleUnderTest start(Path temp) throws Exception {
        return new ConsoleUnderTest(temp);
    }

    ServiceInTest service() {
        return service;
    }

    Browser browser() {
        return browser;
    }

    /** The job of a filed document. */
    String filed() {
        return filed;
    }

    /** Drops a file into the folder of the rule for tickets. */
    void drop(String name, String text) throws Exception {
        Path outside = Files.writeString(temp.resolve("dropped.txt"), text);
        Files.move(outside, service.inbox("tickets").resolve(name));
    }

    Page signedIn(ColorScheme colours, int width, int height) {
        Page page = browser.open(service.url(), colours, width, height, session);
        page.navigate("/today");
        assertThat(page.locator("h1.log")).isVisible();
        awaitKeys(page);
        return page;
    }

    /** Keys work once they are shown in the line at the foot. */
    static void awaitKeys(Page page) {
        assertThat(page.locator(".keys kbd").first()).isVisible();
    }

    @Override
    public void close() {
        browser.close();
        service.close();
    }
}
