package lectomen.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import lectomen.demo.DemoPermit;
import lectomen.demo.DemoService;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import tools.jackson.databind.json.JsonMapper;

/**
 * How long it takes, while a rule is written, from a keystroke to the trial result for a document of ten pages. With each, the
 * rule is checked and the document tried with it, side by side, as the console does.
 */
final class WritingBenchmark implements Benchmark {
    private static final int PAGES = 10;
    private static final int WARM_UP = 10;
    private static final int KEYSTROKES = 60;
    private static final String RULE = """
            lectomen: 1
            rule: written
            from: inbox
            when: { text contains: PERMIT }
            do:
              - find: permit
                fields:
                  number: { pattern: 'MHP-\\d{4}-\\d{4}' }
              - name: "KEYS {number}"
              - file: { in: archive, under: Written }
            """;

    private final HttpClient http =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

    @Override
    public String name() {
        return "writing";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        Path home = folder.resolve("home");
        try (DemoService service = Serving.start(home)) {
            String base = service.url() + "/api/v1";
            String token = "Bearer " + Files.readString(home.resolve("token")).strip();
            HttpRequest.Builder request = HttpRequest.newBuilder().header("Authorization", token);
            String document = handedIn(request, base);
            Samples keystrokes = new Samples();
            Samples calls = new Samples();
            for (int i = 0; i < WARM_UP + KEYSTROKES; i++) {
                long nanos = keystroke(request, base, document, RULE.replace("KEYS", "Permit " + i));
                long bare = time(() -> send(
                        request.copy().uri(URI.create(base + "/health/live")).GET()));
                if (i >= WARM_UP) {
                    keystrokes.addNanos(nanos);
                    calls.addNanos(bare);
                }
            }
            Optional<Double> floor = Optional.of(calls.median());
            String floorIs = "a call that does nothing";
            return List.of(
                    Figure.under(
                            300, "keystroke to outcome, 10 pages, median", keystrokes.median(), "ms", floor, floorIs),
                    Figure.under(300, "keystroke to outcome, 10 pages, 95 %", keystrokes.most(), "ms", floor, floorIs));
        }
    }

    private String handedIn(HttpRequest.Builder request, String base) throws IOException {
        HttpResponse<String> answer = send(request.copy()
                .uri(URI.create(base + "/trials/documents"))
                .header("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofByteArray(permits())));
        return JsonMapper.builder()
                .build()
                .readTree(answer.body())
                .path("document")
                .asString();
    }

    private static byte[] permits() throws IOException {
        try (PDDocument one = Loader.loadPDF(DemoPermit.onePage());
                PDDocument many = new PDDocument()) {
            for (int page = 0; page < PAGES; page++) {
                many.importPage(one.getPage(0));
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            many.save(bytes);
            return bytes.toByteArray();
        }
    }

    private long keystroke(HttpRequest.Builder request, String base, String document, String rule) throws IOException {
        String form = part("document", "", document) + part("name", "", "permits.pdf")
                + part("ruleFile", "; filename=\"rule.yaml\"", rule) + "--x--\r\n";
        return time(() -> {
            CompletableFuture<HttpResponse<String>> checked = http.sendAsync(
                    request.copy()
                            .uri(URI.create(base + "/rules/check"))
                            .header("Content-Type", "text/plain; charset=utf-8")
                            .POST(BodyPublishers.ofString(rule))
                            .build(),
                    BodyHandlers.ofString());
            HttpResponse<String> tried = send(request.copy()
                    .uri(URI.create(base + "/trials"))
                    .header("Content-Type", "multipart/form-data; boundary=x")
                    .POST(BodyPublishers.ofString(form)));
            if (!tried.body().contains("\"ending\":\"planned\"")
                    || checked.join().statusCode() != 200) {
                throw new IOException("A trial did not come to a name: " + tried.body());
            }
        });
    }

    private static String part(String name, String more, String value) {
        return "--x\r\nContent-Disposition: form-data; name=\"" + name + "\"" + more + "\r\n\r\n" + value + "\r\n";
    }

    @FunctionalInterface
    private interface Work {
        void run() throws IOException;
    }

    private static long time(Work work) throws IOException {
        long began = System.nanoTime();
        work.run();
        return System.nanoTime() - began;
    }

    private HttpResponse<String> send(HttpRequest.Builder request) throws IOException {
        try {
            return http.send(request.build(), BodyHandlers.ofString(StandardCharsets.UTF_8));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Interrupted", e);
        }
    }
}
