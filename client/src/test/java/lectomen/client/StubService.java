package lectomen.client;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A service that answers what a test has written down, on a home of its own, and remembers what it was asked. */
final class StubService implements AutoCloseable {
    private static final String TOKEN = "the-token";

    /** What a command printed, and its exit code. */
    record Answer(int exitCode, String out, String err) {}

    /** What the service was asked. @param call method and path with its query */
    record Asked(String call, String contentType, String body) {}

    private record Reply(int status, byte[] body) {}

    private final HttpServer server;
    private final Path home;
    private final Map<String, Reply> replies = new HashMap<>();
    private final List<Asked> asked = Collections.synchronizedList(new ArrayList<>());

    StubService(Path home) throws IOException {
        this.home = Files.createDirectories(home);
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.start();
        Files.writeString(home.resolve("address"), "{\"url\": \"" + url() + "\", \"pid\": 1}\n");
        Files.writeString(home.resolve("token"), TOKEN + "\n");
    }

    String url() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    Path home() {
        return home;
    }

    /** @param call such as {@code GET /status}, with its query where it has one */
    StubService on(String call, String json) {
        replies.put(call, new Reply(200, json.getBytes(StandardCharsets.UTF_8)));
        return this;
    }

    StubService refuse(String call, int status, String detail) {
        String problem = "{\"status\": " + status + ", \"detail\": \"" + detail.replace("\"", "\\\"") + "\"}";
        replies.put(call, new Reply(status, problem.getBytes(StandardCharsets.UTF_8)));
        return this;
    }

    StubService refuseWith(String call, int status, String json) {
        replies.put(call, new Reply(status, json.getBytes(StandardCharsets.UTF_8)));
        return this;
    }

    private void answer(HttpExchange exchange) throws IOException {
        String call = exchange.getRequestMethod() + " "
                + exchange.getRequestURI().toString().replaceFirst("^/api/v1", "");
        String type = exchange.getRequestHeaders().getFirst("Content-Type");
        try (InputStream body = exchange.getRequestBody()) {
            asked.add(
                    new Asked(call, type == null ? "" : type, new String(body.readAllBytes(), StandardCharsets.UTF_8)));
        }
        boolean known = ("Bearer " + TOKEN).equals(exchange.getRequestHeaders().getFirst("Authorization"));
        Reply reply = known
                ? replies.getOrDefault(call, problem(404, "Nothing was written down for " + call))
                : problem(401, "The token is wrong.");
        exchange.getResponseHeaders().add("Content-Type", "application/json");
        exchange.sendResponseHeaders(reply.status(), reply.body().length == 0 ? -1 : reply.body().length);
        try (OutputStream out = exchange.getResponseBody()) {
            out.write(reply.body());
        }
    }

    private static Reply problem(int status, String detail) {
        return new Reply(status, ("{\"detail\": \"" + detail + "\"}").getBytes(StandardCharsets.UTF_8));
    }

    /** What it was asked, the first call first. */
    List<Asked> asked() {
        return List.copyOf(asked);
    }

    List<String> calls() {
        return asked().stream().map(Asked::call).toList();
    }

    /** Runs the client on this service's home. */
    Answer run(String... words) {
        List<String> all = new ArrayList<>(Arrays.asList(words));
        all.addAll(List.of("--home", home.toString()));
        return runAnywhere("", all.toArray(String[]::new));
    }

    /** The same. @param input what the client reads from standard input */
    Answer runWith(String input, String... words) {
        List<String> all = new ArrayList<>(Arrays.asList(words));
        all.addAll(List.of("--home", home.toString()));
        return runAnywhere(input, all.toArray(String[]::new));
    }

    /** Runs the client as it is called, on no home in particular. */
    static Answer runAnywhere(String input, String... words) {
        PrintStream out = System.out;
        PrintStream err = System.err;
        InputStream in = System.in;
        ByteArrayOutputStream printed = new ByteArrayOutputStream();
        ByteArrayOutputStream complained = new ByteArrayOutputStream();
        System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(complained, true, StandardCharsets.UTF_8));
        System.setIn(new ByteArrayInputStream(input.getBytes(StandardCharsets.UTF_8)));
        try {
            int exitCode = ClientMain.run(words);
            return new Answer(
                    exitCode, printed.toString(StandardCharsets.UTF_8), complained.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(out);
            System.setErr(err);
            System.setIn(in);
        }
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
