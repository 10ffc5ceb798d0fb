package lectomen.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A service on a home of its own, driven through its HTTP interface, its client and its folders. */
abstract class RunningService implements AutoCloseable {
    static final JsonMapper JSON = JsonMapper.builder().build();
    private static final HttpClient HTTP =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private static final int QUICK_POLLS = 20;
    private static final long QUICK_POLL_MILLIS = 10;
    private static final long POLL_MILLIS = 60;

    /** How long a test waits for what a service does by itself: only a hang takes that long, also on a busy machine. */
    static final Duration LONGEST_WAIT = Duration.ofMinutes(3);

    private final Path home;

    RunningService(Path home) {
        this.home = home;
    }

    /** Starts one inside the test's own process. */
    static ServiceInTest start(Path home) throws Exception {
        return ServiceInTest.startAt(home, Duration.ZERO);
    }

    /** Starts it on the same home once more. */
    abstract void startAgain() throws Exception;

    /** Asks it to end, and waits for it. */
    abstract void stop() throws Exception;

    /** What it has printed or logged. */
    abstract String output();

    /** Calls the client with this home. */
    Answer client(String... words) {
        return clientWith("", words);
    }

    /** @param input what the client reads from standard input */
    Answer clientWith(String input, String... words) {
        List<String> all = new ArrayList<>(List.of(words));
        all.addAll(List.of("--home", home.toString()));
        return Commands.runWith(input, all.toArray(String[]::new));
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

    String url() {
        try {
            return JSON.readTree(Files.readString(home.resolve("address")))
                    .path("url")
                    .asString();
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
                    .timeout(LONGEST_WAIT);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    JsonNode get(String path) {
        return body(send(request(path).GET()));
    }

    JsonNode post(String path, String body) {
        HttpRequest.BodyPublisher sent =
                body.isEmpty() ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body);
        return body(send(request(path).POST(sent)));
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
        await("the hot folder is looked at", LONGEST_WAIT, () -> {
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
        await(fileName + " is " + state, LONGEST_WAIT, () -> jobs().stream()
                .filter(job -> job.path("fileName").asString().equals(fileName))
                .findFirst()
                .filter(job -> job.path("state").asString().equals(state))
                .isPresent());
        return job(fileName);
    }

    /** The jobs that a rule took, the newest first. */
    List<JsonNode> jobsOf(String rule) {
        List<JsonNode> jobs = new ArrayList<>();
        get("/jobs?limit=10000&rule=" + rule).path("jobs").forEach(jobs::add);
        return jobs;
    }

    /** The jobs of files whose names contain the words, the newest first. */
    List<JsonNode> jobsNamed(String words) {
        List<JsonNode> jobs = new ArrayList<>();
        get("/jobs?limit=10000&name=" + words).path("jobs").forEach(jobs::add);
        return jobs;
    }

    /** How many jobs that a rule took have the state. */
    long count(String rule, String state) {
        return jobsOf(rule).stream()
                .filter(job -> job.path("state").asString().equals(state))
                .count();
    }

    /** What the status shows of a hot folder in the inbox. */
    JsonNode source(String folder) {
        for (JsonNode source : get("/status").path("sources")) {
            if (source.path("folder").asString().equals(inbox(folder).toString())) {
                return source;
            }
        }
        throw new IllegalStateException("No live rule takes files from " + folder);
    }

    long count(String state) {
        return get("/status").path("jobs").path(state).asLong(0);
    }

    static void await(String what, Duration atMost, Supplier<Boolean> reached) throws InterruptedException {
        await(what, atMost, () -> "", reached);
    }

    /** Waits for longer as long as something moves. @param standing how things are; the same twice where nothing has moved */
    static void await(String what, Duration atMost, Supplier<?> standing, Supplier<Boolean> reached)
            throws InterruptedException {
        long end = System.nanoTime() + atMost.toNanos();
        Object before = "";
        for (int polls = 1; !reached.get(); polls++) {
            if (System.nanoTime() > end) {
                Object now = standing.get();
                if (now.equals(before)) {
                    throw new AssertionError(
                            "Not reached, and nothing has moved for " + atMost.toSeconds() + " s: " + what + " " + now);
                }
                before = now;
                end = System.nanoTime() + atMost.toNanos();
            }
            if (polls < QUICK_POLLS) {
                Thread.sleep(QUICK_POLL_MILLIS);
            } else {
                Thread.sleep(POLL_MILLIS);
            }
        }
    }

    /** The worker processes of this home that are alive. */
    List<Long> workers() {
        String mark = home.resolve("scratch").toString();
        return ProcessHandle.allProcesses()
                .filter(ProcessHandle::isAlive)
                .map(ProcessHandle::pid)
                .filter(pid -> commandLine(pid).contains("lectomen.worker.WorkerMain"))
                .filter(pid -> commandLine(pid).contains(mark))
                .toList();
    }

    private static String commandLine(long pid) {
        try {
            return Files.readString(Path.of("/proc/" + pid + "/cmdline")).replace('\0', ' ');
        } catch (IOException gone) {
            return "";
        }
    }

    /** Puts a whole file into the inbox folder, as a program does that writes elsewhere and then moves. */
    void drop(String folder, String name, String text) throws IOException {
        drop(folder, name, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    void drop(String folder, String name, byte[] bytes) throws IOException {
        Path outside = Files.createDirectories(home.resolveSibling(home.getFileName() + " outside"));
        Path whole = Files.write(Files.createTempFile(outside, "whole", ""), bytes);
        Files.move(whole, inbox(folder).resolve(name), StandardCopyOption.ATOMIC_MOVE);
    }
}
