package lectomen.journeys;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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

    private final Playwright playwright;
    private final com.microsoft.playwright.Browser browser;
    private final List<String> errors = new ArrayList<>();

    Browser() {
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

    /** A page of its own with nobody signed in. */
    Page open(String url, ColorScheme colours, int width, int height) {
        BrowserContext context = browser.newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                .setBaseURL(url)
                .setColorScheme(colours)
                .setViewportSize(width, height));
        Page page = context.newPage();
        page.onConsoleMessage(message -> {
            if (message.type().equals("error")) {
                errors.add(message.text());
            }
        });
        page.onPageError(errors::add);
        return page;
    }

    /** What pages reported since the last call. */
    /** Takes errors away that a test expects. */
    void forgive(String words) {
        errors.removeIf(error -> error.contains(words));
    }

    List<String> errors() {
        List<String> all = List.copyOf(errors);
        errors.clear();
        return all;
    }

    @Override
    public void close() {
        browser.close();
        playwright.close();
    }
}
