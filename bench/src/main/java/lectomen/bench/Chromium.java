package lectomen.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Chromium without a window, driven by keys through its DevTools protocol. */
final class Chromium implements AutoCloseable {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String LISTENING = "DevTools listening on ";
    private static final long LONGEST_SECONDS = 120;

    private final Process process;
    private final WebSocket socket;
    private final AtomicInteger numbers = new AtomicInteger();
    private final Map<Integer, CompletableFuture<JsonNode>> awaited;

    private Chromium(Process process, WebSocket socket, Map<Integer, CompletableFuture<JsonNode>> awaited) {
        this.process = process;
        this.socket = socket;
        this.awaited = awaited;
    }

    /** Empty where there is no Chromium. */
    static Optional<Path> find() {
        return Stream.of(System.getenv("PATH").split(":"))
                .map(folder -> Path.of(folder, "chromium"))
                .filter(Files::isExecutable)
                .findFirst();
    }

    static Chromium start(Path program, Path folder) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(List.of(
                        program.toString(),
                        "--headless=new",
                        "--no-sandbox",
                        "--disable-gpu",
                        "--no-first-run",
                        "--window-size=1280,800",
                        "--disable-background-timer-throttling",
                        "--disable-backgrounding-occluded-windows",
                        "--disable-renderer-backgrounding",
                        "--remote-debugging-port=0",
                        "--user-data-dir=" + folder,
                        "about:blank"))
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        String address = "";
        BufferedReader said =
                new BufferedReader(new InputStreamReader(process.getErrorStream(), StandardCharsets.UTF_8));
        for (String line = said.readLine(); line != null && address.isEmpty(); line = said.readLine()) {
            address = line.startsWith(LISTENING) ? line.substring(LISTENING.length()) : "";
        }
        Thread drain = new Thread(() -> said.lines().forEach(line -> {}));
        drain.setDaemon(true);
        drain.start();
        HttpClient http = HttpClient.newHttpClient();
        URI pages = URI.create("http://" + URI.create(address).getAuthority() + "/json");
        String page = "";
        while (page.isEmpty()) {
            HttpResponse<String> list =
                    http.send(HttpRequest.newBuilder(pages).build(), HttpResponse.BodyHandlers.ofString());
            for (JsonNode one : JSON.readTree(list.body())) {
                page = one.path("type").asString().equals("page")
                        ? one.path("webSocketDebuggerUrl").asString()
                        : page;
            }
        }
        Map<Integer, CompletableFuture<JsonNode>> awaited = new ConcurrentHashMap<>();
        WebSocket socket = http.newWebSocketBuilder()
                .buildAsync(URI.create(page), new Answers(awaited))
                .join();
        Chromium browser = new Chromium(process, socket, awaited);
        browser.call("Page.bringToFront", Map.of());
        browser.call("Emulation.setFocusEmulationEnabled", Map.of("enabled", true));
        return browser;
    }

    /** Gathers answers and gives each to whoever awaits it. */
    private static final class Answers implements WebSocket.Listener {
        private final Map<Integer, CompletableFuture<JsonNode>> awaited;
        private final StringBuilder text = new StringBuilder();

        Answers(Map<Integer, CompletableFuture<JsonNode>> awaited) {
            this.awaited = awaited;
        }

        @Override
        public CompletionStage<?> onText(WebSocket socket, CharSequence part, boolean last) {
            text.append(part);
            if (last) {
                JsonNode answer = JSON.readTree(text.toString());
                text.setLength(0);
                Optional.ofNullable(awaited.remove(answer.path("id").asInt(-1)))
                        .ifPresent(future -> future.complete(answer.path("result")));
            }
            socket.request(1);
            return CompletableFuture.completedStage(part);
        }
    }

    private JsonNode call(String method, Map<String, ?> parameters) throws InterruptedException {
        int number = numbers.incrementAndGet();
        CompletableFuture<JsonNode> answer = new CompletableFuture<>();
        awaited.put(number, answer);
        String text = JSON.writeValueAsString(Map.of("id", number, "method", method, "params", parameters));
        socket.sendText(text, true).join();
        try {
            return answer.get(LONGEST_SECONDS, TimeUnit.SECONDS);
        } catch (ExecutionException | TimeoutException e) {
            throw new IllegalStateException("Chromium does not answer " + method, e);
        }
    }

    void open(String url) throws InterruptedException {
        call("Page.navigate", Map.of("url", url));
    }

    /** What an expression of the page gives; a promise is awaited. */
    JsonNode ask(String expression) throws InterruptedException {
        return call("Runtime.evaluate", Map.of("expression", expression, "returnByValue", true, "awaitPromise", true))
                .path("result")
                .path("value");
    }

    /** Waits until an expression of the page holds, whatever page is shown by then. */
    void await(String expression) throws InterruptedException {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(LONGEST_SECONDS);
        while (!ask("(() => { try { return !!(" + expression + "); } catch { return false; } })()")
                .asBoolean(false)) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("It never holds in the page: " + expression + "\n"
                        + ask("document.body.innerText").asString(""));
            }
            Thread.sleep(5);
        }
    }

    void press(String key, int code) throws InterruptedException {
        String text = key.equals("Enter") ? "\r" : "";
        call("Input.dispatchKeyEvent", key(text.isEmpty() ? "rawKeyDown" : "keyDown", key, code, text));
        call("Input.dispatchKeyEvent", key("keyUp", key, code, ""));
    }

    private static Map<String, ?> key(String type, String key, int code, String text) {
        return Map.of("type", type, "key", key, "code", key, "windowsVirtualKeyCode", code, "text", text);
    }

    /** Types into whatever has the focus. */
    void type(String text) throws InterruptedException {
        call("Input.insertText", Map.of("text", text));
    }

    @Override
    public void close() {
        socket.abort();
        process.destroy();
        try {
            if (!process.waitFor(10, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        } catch (InterruptedException e) {
            process.destroyForcibly();
            Thread.currentThread().interrupt();
        }
    }
}
