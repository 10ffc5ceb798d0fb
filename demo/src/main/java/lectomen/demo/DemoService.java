package lectomen.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The demo's service, a separate process that the launcher starts and that is called over HTTP. */
public final class DemoService implements AutoCloseable {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration LONGEST_START = Duration.ofSeconds(90);

    private final Process process;
    private final Path home;
    private final HttpClient http =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    private DemoService(Process process, Path home) {
        this.process = process;
        this.home = home;
    }

    /** The service said why it does not start; its words went to standard error already. */
    public static final class NotStarted extends RuntimeException {}

    public static DemoService start(String launcher, Path home, int port) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(
                        List.of(launcher, "serve", "--home", home.toString(), "--port", Integer.toString(port)))
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        DemoService service = new DemoService(process, home);
        long end = System.nanoTime() + LONGEST_START.toNanos();
        while (System.nanoTime() < end && process.isAlive()) {
            if (service.isReady()) {
                return service;
            }
            Thread.sleep(20);
        }
        service.close();
        throw new NotStarted();
    }

    private boolean isReady() {
        try {
            JsonNode address = JSON.readTree(Files.readString(home.resolve("address")));
            return address.path("pid").asLong() == process.pid()
                    && get("/status").has("store");
        } catch (IOException | UncheckedIOException notYet) {
            return false;
        }
    }

    public String url() throws IOException {
        return JSON.readTree(Files.readString(home.resolve("address")))
                .path("url")
                .asString();
    }

    public JsonNode get(String path) {
        return call(path, "GET", "");
    }

    public JsonNode post(String path, String body) {
        return call(path, "POST", body);
    }

    public JsonNode postJson(String path, String body) {
        return call(path, "POST", "application/json", HttpRequest.BodyPublishers.ofString(body));
    }

    /** Signs somebody in, as the console does. */
    SignedInPerson signIn(String name, String password) throws IOException {
        return SignedInPerson.signIn(http, url(), name, password);
    }

    public JsonNode put(String path, String body) {
        return call(path, "PUT", body);
    }

    /** Sends a file as a form does. */
    public JsonNode postFile(String path, String name, byte[] content) {
        byte[] head = ("--part\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name
                        + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        HttpRequest.BodyPublisher body = HttpRequest.BodyPublishers.concat(
                HttpRequest.BodyPublishers.ofByteArray(head),
                HttpRequest.BodyPublishers.ofByteArray(content),
                HttpRequest.BodyPublishers.ofString("\r\n--part--\r\n"));
        return call(path, "POST", "multipart/form-data; boundary=part", body);
    }

    private JsonNode call(String path, String method, String body) {
        return call(path, method, "text/plain; charset=utf-8", HttpRequest.BodyPublishers.ofString(body));
    }

    /** What is no JSON, such as the picture of a page. */
    public byte[] getBytes(String path) {
        return call(path, "GET", "text/plain", HttpRequest.BodyPublishers.noBody(), BodyHandlers.ofByteArray());
    }

    private JsonNode call(String path, String method, String type, HttpRequest.BodyPublisher body) {
        return JSON.readTree(call(path, method, type, body, BodyHandlers.ofString()));
    }

    private <A> A call(
            String path, String method, String type, HttpRequest.BodyPublisher body, HttpResponse.BodyHandler<A> as) {
        try {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(url() + "/api/v1" + path))
                    .header(
                            "Authorization",
                            "Bearer " + Files.readString(home.resolve("token")).strip())
                    .header("Content-Type", type)
                    .timeout(Duration.ofSeconds(60));
            HttpRequest made = request.method(method, body).build();
            HttpResponse<A> response = http.send(made, as);
            if (response.statusCode() >= 400) {
                Object said = response.body() instanceof byte[] bytes
                        ? new String(bytes, StandardCharsets.UTF_8)
                        : response.body();
                throw new IllegalStateException("The service refused " + path + ": " + said);
            }
            return response.body();
        } catch (IOException e) {
            throw new UncheckedIOException("The service does not answer", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted", e);
        }
    }

    /** The process id of the service. */
    public long pid() {
        return process.pid();
    }

    /** Waits until the service ends by itself. */
    void waitForEnd() throws InterruptedException {
        process.waitFor();
    }

    @Override
    public void close() {
        process.destroy();
        try {
            if (!process.waitFor(40, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        } catch (InterruptedException e) {
            process.destroyForcibly();
            Thread.currentThread().interrupt();
        }
    }
}
