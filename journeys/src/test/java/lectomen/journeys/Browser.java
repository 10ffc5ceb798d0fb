package lectomen.journeys;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** A browser without a window, signed in to a service's console. What its pages report as errors is kept. */
final class Browser implements AutoCloseable {
    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    /** Only a hang takes that long, also on a busy machine. */
    private static final double PATIENCE_MILLIS = 120_000;

    /** The signed-in person's. */
    static final String PASSWORD = "the gulls are loud";

    private final Playwright playwright;
    private final com.microsoft.playwright.Browser browser;
    private final List<String> errors = new ArrayList<>();
    private final List<String> forgiven = new ArrayList<>();

    Browser() {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MILLIS);
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(chromium())
                        .setArgs(ARGUMENTS));
    }

    private static Path chromium() {
        return Stream.of(System.getenv("PATH").split(":"))
                .map(folder -> Path.of(folder, "chromium"))
                .filter(Files::isExecutable)
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("No chromium: apt-get install chromium"));
    }

    /** A page whose person became the service's first administrator just now. */
    Page welcomed(RunningService service) {
        Page page = open(service.url(), ColorScheme.LIGHT, 1280, 800);
        page.navigate(service.post("/welcome-links", "").path("path").asString());
        page.getByLabel("Your name").fill("Tess Quill");
        page.getByLabel("Sign-in name").fill("tess");
        page.getByLabel("Password").fill(PASSWORD);
        page.keyboard().press("Enter");
        PlaywrightAssertions.assertThat(page).hasURL(Pattern.compile(".*/today"));
        return page;
    }

    /** A page of its own with nobody signed in. */
    Page open(String url, ColorScheme colours, int width, int height) {
        return open(url, colours, width, height, "");
    }

    /** @param session what another page's context holds once somebody has signed in there; empty for nobody */
    Page open(String url, ColorScheme colours, int width, int height, String session) {
        com.microsoft.playwright.Browser.NewContextOptions options =
                new com.microsoft.playwright.Browser.NewContextOptions()
                        .setBaseURL(url)
                        .setColorScheme(colours)
                        .setViewportSize(width, height);
        if (!session.isEmpty()) {
            options.setStorageState(session);
        }
        BrowserContext context = browser.newContext(options);
        Page page = context.newPage();
        page.setDefaultTimeout(PATIENCE_MILLIS);
        page.onConsoleMessage(message -> {
            if (message.type().equals("error")) {
                errors.add(message.text());
            }
        });
        page.onPageError(errors::add);
        return page;
    }

    /** Passes over errors that a test expects, whether they came already or come until the next look at them. */
    void forgive(String words) {
        forgiven.add(words);
    }

    /** What pages reported since the last call. */
    List<String> errors() {
        List<String> all = errors.stream()
                .filter(error -> forgiven.stream().noneMatch(error::contains))
                .toList();
        errors.clear();
        forgiven.clear();
        return all;
    }

    @Override
    public void close() {
        browser.close();
        playwright.close();
    }
}
