package lectomen.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A service as a process of its own, on a home of its own, driven through its HTTP interface and its folders. */
final class RunningService implements AutoCloseable {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final HttpClient HTTP =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    private final Path home;
    private List<String> before;
    private Process process;

    private RunningService(Path home, List<String> before) {
        this.home = home;
        this.before = before;
    }

    static RunningService start(Path home) throws Exception {
        return start(home, List.of());
    }

    /** The same with Java's second compiler, for where many people sign in: hashing a password takes seconds without it. */
    static RunningService startFast(Path home) throws Exception {
        return start(home, List.of("env", "JAVA_TOOL_OPTIONS="));
    }

    /** @param before words put before the command, such as those of a tracer */
    static RunningService start(Path home, List<String> before) throws Exception {
        RunningService service = new RunningService(home, before);
        service.startAgain();
        return service;
    }

    void startAgain() throws Exception {
        startAgainAt("http://127.0.0.1:0");
    }

    /** Starts it again at the address that it had before, for those who know it only by that. */
    void startAgainAt(String url) throws Exception {
        Files.createDirectories(home);
        Files.deleteIfExists(home.resolve("address"));
        List<String> command = new ArrayList<>(before);
        command.addAll(Launcher.command(
                "serve",
                "--home",
                home.toString(),
                "--port",
                Integer.toString(URI.create(url).getPort())));
        ProcessBuilder builder = new ProcessBuilder(command);
        // A journey is over before Java's second compiler pays off; without it two cores do twice as much.
        builder.environment().putIfAbsent("JAVA_TOOL_OPTIONS", "-XX:TieredStopAtLevel=1");
        process = builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(
                        home.resolve("journey.out").toFile()))
                .start();
        await("the service is ready", Duration.ofSeconds(60), () -> {
            if (!process.isAlive()) {
                throw new IllegalStateException("The service ended: " + output());
            }
            return Files.exists(home.resolve("address"));
        });
    }

    /** Starts it again without the words that were put before its command. */
    void startAgainWithout(List<String> words) throws Exception {
        before = before.equals(words) ? List.of() : before;
        startAgain();
    }

    String output() {
        try {
            return Files.readString(home.resolve("journey.out"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Calls the client with this home. */
    Launcher.Answer client(String... words) throws IOException, InterruptedException {
        return clientWith("", words);
    }

    /** @param input what the client reads from standard input */
    Launcher.Answer clientWith(String input, String... words) throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(List.of(words));
        all.addAll(List.of("--home", home.toString()));
        return Launcher.runWith(input, all.toArray(String[]::new));
    }

    Path home() {
        return home;
    }

    Path inbox(String folder) {
        return home.resolve("inbox").resolve(folder);
    }

    Path archive() {
        return home.resolve("archive");
    }

    Process process() {
        return process;
    }

    String url() {
        try {
            return JSON.readTree(Files.readString(home.resolve("address")))
                    .path("url")
                    .asString();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    long pid() {
        try {
            return JSON.readTree(Files.readString(home.resolve("address")))
                    .path("pid")
                    .asLong();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            return HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** What is there as it is, rather than as text. */
    HttpResponse<byte[]> bytes(String path) {
        try {
            return HTTP.send(request(path).GET().build(), HttpResponse.BodyHandlers.ofByteArray());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    HttpRequest.Builder request(String path) {
        try {
            return HttpRequest.newBuilder(URI.create(url() + "/api/v1" + path))
                    .header("Content-Type", "text/plain; charset=utf-8")
                    .header(
                            "Authorization",
                            "Bearer " + Files.readString(home.resolve("token")).strip())
                    .timeout(Duration.ofSeconds(30));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    JsonNode get(String path) {
        return body(send(request(path).GET()));
    }

    JsonNode post(String path, String body) {
        return body(send(request(path).POST(HttpRequest.BodyPublishers.ofString(body))));
    }

    private static JsonNode body(HttpResponse<String> response) {
        if (response.statusCode() >= 300) {
            throw new IllegalStateException(response.statusCode() + " " + response.body());
        }
        return JSON.readTree(response.body());
    }

    /** Adds a rule and puts it live; waits until its folder is there and was looked at. */
    void live(String rule) throws Exception {
        String id = post("/rules", rule).path("id").asString();
        post("/rules/" + id + "/live", "");
        await("the hot folder is looked at", Duration.ofSeconds(10), () -> {
            for (JsonNode source : get("/status").path("sources")) {
                if (!source.has("lastLookAt")) {
                    return false;
                }
            }
            return true;
        });
    }

    List<JsonNode> jobs() {
        List<JsonNode> jobs = new ArrayList<>();
        get("/jobs?limit=10000").path("jobs").forEach(jobs::add);
        return jobs;
    }

    /** The newest job for a file name. */
    JsonNode job(String fileName) {
        return jobs().stream()
                .filter(job -> job.path("fileName").asString().equals(fileName))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("No job for " + fileName));
    }

    /** Waits until the newest job of that file name has the state, and gives it. */
    JsonNode awaitJob(String fileName, String state) throws Exception {
        await(fileName + " is " + state, Duration.ofSeconds(40), () -> jobs().stream()
                .filter(job -> job.path("fileName").asString().equals(fileName))
                .findFirst()
                .filter(job -> job.path("state").asString().equals(state))
                .isPresent());
        return job(fileName);
    }

    long count(String state) {
        return get("/status").path("jobs").path(state).asLong(0);
    }

    static void await(String what, Duration atMost, Supplier<Boolean> reached) throws InterruptedException {
        await(what, atMost, () -> "", reached);
    }

    /** @param instead tells how things are when it was not reached */
    static void await(String what, Duration atMost, Supplier<?> instead, Supplier<Boolean> reached)
            throws InterruptedException {
        long end = System.nanoTime() + atMost.toNanos();
        while (!reached.get()) {
            if (System.nanoTime() > end) {
                throw new AssertionError(
                        "Not reached within " + atMost.toSeconds() + " s: " + what + " " + instead.get());
            }
            Thread.sleep(50);
        }
    }

    /** Ends the process without warning, as a power cut does, though what it wrote stays in the system's memory. */
    void kill() throws InterruptedException {
        process.destroyForcibly();
        process.waitFor();
    }

    /** Asks the service to end, and waits for it. */
    int stop() throws InterruptedException {
        process.destroy();
        if (!process.waitFor(60, TimeUnit.SECONDS)) {
            process.destroyForcibly();
            throw new AssertionError("The service did not end when asked");
        }
        return process.exitValue();
    }

    /** The worker processes of this home that are alive. */
    List<Long> workers() {
        String mark = home.resolve("scratch").toString();
        return ProcessHandle.allProcesses()
                .filter(handle -> handle.isAlive())
                .filter(handle -> commandLine(handle.pid()).contains("lectomen.worker.WorkerMain"))
                .filter(handle -> commandLine(handle.pid()).contains(mark))
                .map(ProcessHandle::pid)
                .toList();
    }

    private static String commandLine(long pid) {
        try {
            return Files.readString(Path.of("/proc/" + pid + "/cmdline")).replace('\0', ' ');
        } catch (IOException gone) {
            return "";
        }
    }

    @Override
    public void close() throws Exception {
        if (process.isAlive()) {
            process.destroy();
            if (!process.waitFor(40, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        }
        await("no worker outlives its service", Duration.ofSeconds(10), () -> workers()
                .isEmpty());
    }
}
