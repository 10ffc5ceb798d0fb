package lectomen.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.demo.DemoService;
import tools.jackson.databind.json.JsonMapper;

/** Works off documents with one doubtful field by keys in Chromium, while many others wait. */
final class DeskBenchmark implements Benchmark {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int WAITING = 10_000;
    private static final int WORKED_OFF = 50;
    private static final int ENTER = 13;
    private static final int DOWN = 40;
    private static final String PASSWORD = "high water at Marrowick";
    private static final String INPUT = "document.querySelector('.value input')";

    @Override
    public String name() {
        return "desk";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Optional<Path> program = Chromium.find();
        if (program.isEmpty()) {
            throw new IOException("The desk is measured in Chromium: apt-get install chromium");
        }
        Path home = folder.resolve("home");
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                """);
        try (DemoService service = Serving.start(home)) {
            service.postJson("/groups", "{\"name\": \"records-office\"}");
            join(service);
            addRule(service);
            fill(service, home);
            try (Chromium browser = Chromium.start(program.get(), folder.resolve("browser"))) {
                signIn(service, browser);
                return workOff(service, browser);
            }
        }
    }

    private static void join(DemoService service) {
        String link = service.post("/welcome-links?role=operator&groups=records-office", "")
                .path("path")
                .asString();
        service.postJson(
                "/welcome",
                JSON.writeValueAsString(Map.of(
                        "code",
                        link.replaceFirst(".*#", ""),
                        "name",
                        "Ida Wren",
                        "signIn",
                        "ida",
                        "password",
                        PASSWORD)));
    }

    private static void addRule(DemoService service) {
        service.post("/rules", """
                lectomen: 1
                rule: tickets
                from: { folder: "{inbox}/tickets", arrives: whole }
                do:
                  - find: ticket
                    fields:
                      ticket number: { pattern: 'T-\\d{6}', near: Number, required: yes }
                      quay: { right of: Quay, required: yes, one of: [Lantern Quay, Tallow Quay, Deepwater Quay] }
                  - review: { by: records-office, when: checks fail }
                  - name: "{ticket number} {quay}"
                  - file: { in: archive, under: Tickets }
                """);
        service.post("/rules/tickets/live", "");
    }

    private static void fill(DemoService service, Path home) throws IOException, InterruptedException {
        Serving.awaitFolder(home);
        Path outside = Files.createDirectories(home.resolve("outside"));
        for (int i = 0; i < WAITING; i++) {
            Path file = outside.resolve("ticket-%05d.txt".formatted(i));
            String text = "HARBOUR TICKET\n\nNumber: T-%06d\nVessel: Grey Heron\nQuay: Lantem Quay\n".formatted(i);
            Files.write(file, text.getBytes(StandardCharsets.UTF_8));
            Files.move(file, Serving.inbox(home).resolve(file.getFileName()));
        }
        while (service.get("/status").at("/jobs/needs-review").asInt() < WAITING) {
            Thread.sleep(200);
        }
    }

    private static void signIn(DemoService service, Chromium browser) throws IOException, InterruptedException {
        browser.open(service.url() + "/desk");
        browser.await("document.querySelector('input[type=password]')");
        browser.await("document.querySelectorAll('input')[0].focus() || true");
        browser.type("ida");
        browser.await("document.querySelector('input[type=password]').focus() || true");
        browser.type(PASSWORD);
        browser.press("Enter", ENTER);
        browser.await(INPUT + " && " + INPUT + ".value === 'Lantem Quay'");
    }

    /** Has the page measure, from the press of Enter until another document is there with its field to type in. */
    private static String measured(String before) {
        return """
                window.untilNext = new Promise(done => addEventListener('keydown', event => {
                    const entered = performance.now();
                    const look = () => {
                        const task = document.querySelector('.tasks [aria-current=true]');
                        const input = document.querySelector('.value input');
                        const next = task && input && location.pathname + task.innerText !== %s && input.value === 'Lantem Quay'
                            && document.activeElement === input;
                        next ? requestAnimationFrame(() => done(performance.now() - entered)) : setTimeout(look, 1);
                    };
                    setTimeout(look, 0);
                }, { capture: true, once: true })); 0
                """.formatted(JSON.writeValueAsString(before));
    }

    /** The other reading is one key away; Enter takes it, and the next document is there. */
    private static List<Figure> workOff(DemoService service, Chromium browser) throws InterruptedException {
        List<Double> untilNext = new ArrayList<>();
        int keys = 0;
        long began = System.nanoTime();
        for (int i = 0; i < WORKED_OFF; i++) {
            String before = browser.ask(
                            "location.pathname + document.querySelector('.tasks [aria-current=true]').innerText")
                    .asString();
            browser.await("document.querySelectorAll('.readings button').length > 1");
            browser.press("ArrowDown", DOWN);
            browser.await(INPUT
                    + ".value === 'Lantern Quay' && document.querySelector('.foreseen').innerText.includes('Lantern')"
                    + " && " + INPUT + ".getAttribute('aria-invalid') === 'false'");
            browser.ask(measured(before));
            browser.press("Enter", ENTER);
            keys += 2;
            untilNext.add(browser.ask("window.untilNext").asDouble());
        }
        double seconds = (System.nanoTime() - began) / 1e9 / WORKED_OFF;
        Collections.sort(untilNext);
        int left = service.get("/status").at("/jobs/needs-review").asInt();
        if (left > WAITING - WORKED_OFF) {
            throw new IllegalStateException(left + " still wait; " + WORKED_OFF + " should be answered");
        }
        String many = ", with 10,000 waiting";
        return List.of(
                Figure.under(
                        5,
                        "keystrokes for one doubtful field" + many,
                        (double) keys / WORKED_OFF,
                        "keys",
                        Optional.empty(),
                        ""),
                Figure.under(
                        150,
                        "from Enter to the next document, median" + many,
                        untilNext.get(WORKED_OFF / 2),
                        "ms",
                        Optional.empty(),
                        ""),
                Figure.without(
                        "the same, the slowest of 50", untilNext.get(WORKED_OFF - 1), "ms", Optional.empty(), ""),
                Figure.without(
                        "a document worked off by a program that presses keys",
                        seconds * 1_000,
                        "ms",
                        Optional.empty(),
                        ""));
    }
}
