package lectomen.client;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The service, called over HTTP. */
final class Service {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final String url;
    private final String token;
    private final HttpClient http = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(5))
            .build();

    Service(String url, String token) {
        this.url = url;
        this.token = token;
    }

    /** A path of the console as people open it. */
    String address(JsonNode path) {
        return url.replaceFirst("/$", "") + ResponseWords.text(path);
    }

    /** Part of a call whose words come from the user. */
    static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    JsonNode get(String path) {
        return call(request(path).GET());
    }

    /** What stands there as text rather than as JSON. */
    byte[] getBytes(String path) {
        return answer(request(path).setHeader("Accept", "*/*").GET());
    }

    String getText(String path) {
        return text(request(path).setHeader("Accept", "*/*").GET());
    }

    JsonNode putText(String path, String text) {
        return call(request(path)
                .header("Content-Type", "text/plain; charset=utf-8")
                .PUT(HttpRequest.BodyPublishers.ofString(text, StandardCharsets.UTF_8)));
    }

    JsonNode putJson(String path, JsonNode body) {
        return call(request(path)
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(body.toString(), StandardCharsets.UTF_8)));
    }

    JsonNode delete(String path) {
        return call(request(path).DELETE());
    }

    JsonNode post(String path) {
        return call(request(path).POST(HttpRequest.BodyPublishers.noBody()));
    }

    JsonNode postText(String path, String text) {
        return call(request(path)
                .header("Content-Type", "text/plain; charset=utf-8")
                .POST(HttpRequest.BodyPublishers.ofString(text, StandardCharsets.UTF_8)));
    }

    JsonNode postBytes(String path, byte[] bytes) {
        return call(request(path)
                .header("Content-Type", "application/octet-stream")
                .POST(HttpRequest.BodyPublishers.ofByteArray(bytes)));
    }

    JsonNode postJson(String path, JsonNode body) {
        return call(request(path)
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(body.toString(), StandardCharsets.UTF_8)));
    }

    /**
     * Sends a file under a key of its own, and once more when the line breaks: under the same key that makes no second job.
     */
    JsonNode postFile(String path, Path file) throws IOException {
        String key = UUID.randomUUID().toString();
        try {
            return postFile(path, file, key);
        } catch (ServiceUnreachable e) {
            return postFile(path, file, key);
        }
    }

    private JsonNode postFile(String path, Path file, String key) throws IOException {
        return call(request(path)
                .header("Content-Type", "application/octet-stream")
                .header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofFile(file)));
    }

    /** One part of a form: a file, sent under a name. */
    record Part(String name, String fileName, Path file) {}

    JsonNode postForm(String path, List<Part> parts) throws IOException {
        String boundary = "lectomen-" + UUID.randomUUID();
        List<HttpRequest.BodyPublisher> body = new ArrayList<>();
        for (Part part : parts) {
            String name = part.fileName()
                    .replaceAll("[\\p{Cntrl}]", "_")
                    .replace("\\", "\\\\")
                    .replace("\"", "\\\"");
            body.add(HttpRequest.BodyPublishers.ofString("--" + boundary + "\r\nContent-Disposition: form-data; name=\""
                    + part.name() + "\"; filename=\"" + name
                    + "\"\r\nContent-Type: application/octet-stream\r\n\r\n"));
            body.add(HttpRequest.BodyPublishers.ofFile(part.file()));
            body.add(HttpRequest.BodyPublishers.ofString("\r\n"));
        }
        body.add(HttpRequest.BodyPublishers.ofString("--" + boundary + "--\r\n"));
        HttpRequest.BodyPublisher whole =
                HttpRequest.BodyPublishers.concat(body.toArray(HttpRequest.BodyPublisher[]::new));
        return call(request(path)
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(whole));
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(url + "/api/v1" + path))
                .header("Authorization", "Bearer " + token)
                .header("Accept", "application/json")
                .timeout(Duration.ofMinutes(10));
    }

    /** Hands over the data of server-sent events until the line ends; takes it up again where it broke. */
    void follow(String path, Consumer<JsonNode> each) {
        String lastId = "";
        while (true) {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(url + "/api/v1" + path))
                    .header("Authorization", "Bearer " + token)
                    .header("Accept", "text/event-stream");
            if (!lastId.isEmpty()) {
                request.header("Last-Event-ID", lastId);
            }
            try (Stream<String> lines = http.send(request.build(), HttpResponse.BodyHandlers.ofLines())
                    .body()) {
                for (String line : (Iterable<String>) lines::iterator) {
                    if (line.startsWith("id:")) {
                        lastId = line.substring(3).strip();
                    } else if (line.startsWith("data:")) {
                        each.accept(JSON.readTree(line.substring(5)));
                    }
                }
            } catch (IOException | UncheckedIOException e) {
                if (lastId.isEmpty()) {
                    throw new ServiceUnreachable(
                            "no service answers at " + url + ". Start it: ./lectomen serve --home DIR");
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
            pause();
        }
    }

    private static void pause() {
        try {
            Thread.sleep(1_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private JsonNode call(HttpRequest.Builder request) {
        byte[] body = answer(request);
        return body.length == 0 ? JSON.createObjectNode() : JSON.readTree(body);
    }

    private String text(HttpRequest.Builder request) {
        return new String(answer(request), StandardCharsets.UTF_8);
    }

    /** @throws Refused if the service says no */
    private byte[] answer(HttpRequest.Builder request) {
        HttpResponse<byte[]> response;
        try {
            response = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
        } catch (IOException e) {
            throw new ServiceUnreachable("no service answers at " + url + ". Start it: ./lectomen serve --home DIR");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ServiceUnreachable("interrupted");
        }
        if (response.statusCode() >= 400) {
            JsonNode body = response.body().length == 0 ? JSON.createObjectNode() : JSON.readTree(response.body());
            throw new RequestRefused(problem(body, response.statusCode()));
        }
        return response.body();
    }

    private static String problem(JsonNode body, int status) {
        StringBuilder words = new StringBuilder(body.path("detail").asString("the service answered " + status));
        if (body.path("problems").size() > 1) {
            words.setLength(0);
            words.append("the file has ").append(body.path("problems").size()).append(" problems:");
            for (JsonNode problem : body.path("problems")) {
                words.append("\n  ").append(ResponseWords.problem(problem));
            }
        }
        return words.toString();
    }

    /** The text of a file that the user named. */
    static String read(Path file) throws IOException {
        return Files.readString(requireFile(file));
    }

    /** The file that the user named. */
    static Path requireFile(Path file) {
        if (!Files.isRegularFile(file)) {
            throw new ServiceUnreachable("file not found: " + file);
        }
        return file;
    }
}
