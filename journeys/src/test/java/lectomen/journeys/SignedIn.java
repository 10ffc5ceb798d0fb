package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody who signed in, and calls the service as the console does for them. */
final class SignedIn {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final RunningService service;
    private final String cookie;
    private final String proof;
    private final String signIn;

    private SignedIn(RunningService service, String cookie, String proof, String signIn) {
        this.service = service;
        this.cookie = cookie;
        this.proof = proof;
        this.signIn = signIn;
    }

    /** Makes a person by an invitation. @param groups with commas; may be empty */
    static SignedIn join(RunningService service, String name, String signIn, String role, String groups) {
        String link = service.post("/welcome-links?role=" + role + (groups.isEmpty() ? "" : "&groups=" + groups), "")
                .path("path")
                .asString();
        Map<String, String> form = Map.of(
                "code", link.replaceFirst(".*#", ""), "name", name, "signIn", signIn, "password", Browser.PASSWORD);
        return open(service, "/api/v1/welcome", form, signIn);
    }

    /** The same person in another session. */
    static SignedIn again(RunningService service, String signIn) {
        return open(service, "/api/v1/session", Map.of("signIn", signIn, "password", Browser.PASSWORD), signIn);
    }

    private static SignedIn open(RunningService service, String path, Map<String, String> form, String signIn) {
        HttpResponse<String> answer = service.send(HttpRequest.newBuilder(URI.create(service.url() + path))
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(JSON.writeValueAsString(form))));
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        String cookie = answer.headers().firstValue("Set-Cookie").orElseThrow().replaceFirst(";.*", "");
        return new SignedIn(
                service,
                cookie,
                JSON.readTree(answer.body()).path("forgeryToken").asString(),
                signIn);
    }

    String signIn() {
        return signIn;
    }

    JsonNode get(String path) {
        HttpResponse<String> answer = service.send(request(path).GET());
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        return JSON.readTree(answer.body());
    }

    HttpResponse<String> post(String path, Object body) {
        return service.send(request(path)
                .header("Content-Type", "application/json")
                .header("X-Lectomen-Console", proof)
                .POST(BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    /** The same, and it went well. */
    void does(String path, Object body) {
        HttpResponse<String> answer = post(path, body);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
    }

    /** What a refusal says. */
    static String detail(HttpResponse<String> refused) {
        return JSON.readTree(refused.body()).path("detail").asString();
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(service.url() + "/api/v1" + path))
                .header("Cookie", cookie);
    }
}
