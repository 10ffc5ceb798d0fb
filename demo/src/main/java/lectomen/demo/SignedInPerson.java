package lectomen.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody who signed in with a password, and calls the service as the console does for them. */
final class SignedInPerson {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String TYPE = "application/json";

    private final HttpClient http;
    private final String url;
    private final String cookie;
    private final String proof;

    private SignedInPerson(HttpClient http, String url, String cookie, String proof) {
        this.http = http;
        this.url = url;
        this.cookie = cookie;
        this.proof = proof;
    }

    static SignedInPerson signIn(HttpClient http, String url, String name, String password) {
        HttpRequest request = HttpRequest.newBuilder(URI.create(url + "/api/v1/session"))
                .header("Content-Type", TYPE)
                .POST(body(Map.of("signIn", name, "password", password)))
                .build();
        HttpResponse<String> answer = send(http, request);
        String cookie = answer.headers().firstValue("Set-Cookie").orElse("").replaceFirst(";.*", "");
        return new SignedInPerson(
                http,
                url,
                cookie,
                JSON.readTree(answer.body()).path("forgeryToken").asString());
    }

    JsonNode get(String path) {
        return JSON.readTree(send(http, request(path).GET().build()).body());
    }

    void post(String path, Map<String, ?> form) {
        send(
                http,
                request(path)
                        .header("Content-Type", TYPE)
                        .header("X-Lectomen-Console", proof)
                        .POST(body(form))
                        .build());
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(url + "/api/v1" + path)).header("Cookie", cookie);
    }

    private static HttpRequest.BodyPublisher body(Map<String, ?> form) {
        return HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(form));
    }

    private static HttpResponse<String> send(HttpClient http, HttpRequest request) {
        try {
            HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
            if (answer.statusCode() >= 400) {
                throw new IllegalStateException("The service refused " + request.uri() + ": " + answer.body());
            }
            return answer;
        } catch (IOException e) {
            throw new UncheckedIOException("The service does not answer", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Interrupted", e);
        }
    }
}
