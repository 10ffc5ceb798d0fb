package lectomen.standins.business;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;

/**
 * A business system on this machine that takes JSON and forms with documents, and answers with the number of a record: the same for a call that comes
 * again. On request it is slow, answers wrongly, or not at all.
 */
public final class BusinessStandIn implements AutoCloseable {
    private static final int FIRST_NUMBER = 4_001;

    /** What it does with calls. */
    public enum Mood {
        GOOD,
        SLOW,
        BUSY,
        REFUSING,
        WRONG,
        SILENT
    }

    private final HttpServer server;
    private final Consumer<ReceivedCall> listener;
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private final List<ReceivedCall> received = new CopyOnWriteArrayList<>();
    private final Map<String, Integer> numbers = new LinkedHashMap<>();
    private volatile Mood mood = Mood.GOOD;

    private BusinessStandIn(HttpServer server, Consumer<ReceivedCall> listener) {
        this.server = server;
        this.listener = listener;
    }

    /** @param port 0 for any free one @param listener called with each call */
    public static BusinessStandIn start(int port, Consumer<ReceivedCall> listener) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        BusinessStandIn standIn = new BusinessStandIn(server, listener);
        server.createContext("/", standIn::answer);
        server.setExecutor(standIn.threads);
        server.start();
        return standIn;
    }

    public int port() {
        return server.getAddress().getPort();
    }

    public void setMood(Mood next) {
        mood = next;
    }

    /** All calls that came so far, also those that came again. */
    public List<ReceivedCall> received() {
        return List.copyOf(received);
    }

    /** How many records there are: one for each idempotency key. */
    public synchronized int records() {
        return numbers.size();
    }

    private synchronized int numberOf(ReceivedCall call) {
        return numbers.computeIfAbsent(call.key(), key -> FIRST_NUMBER + numbers.size());
    }

    private void answer(HttpExchange exchange) throws IOException {
        Map<String, String> headers = new TreeMap<>();
        exchange.getRequestHeaders()
                .forEach((name, values) -> headers.put(name.toLowerCase(Locale.ROOT), String.join(", ", values)));
        String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
        ReceivedCall call = new ReceivedCall(headers, body);
        switch (mood) {
            case GOOD -> take(exchange, call);
            case SLOW -> {
                pause(Duration.ofSeconds(3));
                take(exchange, call);
            }
            case BUSY -> say(exchange, 503, "{\"problem\": \"busy\"}");
            case REFUSING -> say(exchange, 422, "{\"problem\": \"no such berth\"}");
            case WRONG -> {
                numberOf(call);
                received.add(call);
                say(exchange, 200, "<p>Welcome to the berth office</p>");
            }
            case SILENT -> {
                numberOf(call);
                received.add(call);
                exchange.close();
            }
        }
    }

    private void take(HttpExchange exchange, ReceivedCall call) throws IOException {
        int number = numberOf(call);
        received.add(call);
        listener.accept(call);
        say(exchange, 201, "{\"number\": \"BR-" + number + "\"}");
    }

    private static void say(HttpExchange exchange, int status, String json) throws IOException {
        byte[] bytes = json.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        try (OutputStream out = exchange.getResponseBody()) {
            out.write(bytes);
        }
    }

    private static void pause(Duration span) {
        try {
            Thread.sleep(span.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }
}
