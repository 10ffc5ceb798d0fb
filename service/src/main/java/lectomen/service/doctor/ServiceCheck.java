package lectomen.service.doctor;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Checks a running service by its own figures. */
final class ServiceCheck {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final Path home;

    ServiceCheck(Path home) {
        this.home = home;
    }

    List<Finding> check() {
        Path address = home.resolve("address");
        if (Files.notExists(address)) {
            return List.of(
                    Finding.error("Service", "no service is running on this home", "./lectomen serve --home " + home));
        }
        try {
            String url = JSON.readTree(Files.readString(address)).path("url").asString();
            JsonNode status = get(url, "/status");
            List<Finding> findings = new ArrayList<>();
            findings.add(Finding.ok("Service", "answers at " + url));
            for (JsonNode line : status.path("attention")) {
                findings.add(Finding.warning("Attention", line.asString(), "./lectomen status --home " + home));
            }
            return findings;
        } catch (IOException | JacksonException | IllegalArgumentException e) {
            return List.of(Finding.error(
                    "Service",
                    "its address file exists but it does not answer: it was killed, or hangs",
                    "see " + home.resolve("logs") + "; then ./lectomen serve --home " + home));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return List.of();
        }
    }

    private JsonNode get(String url, String path) throws IOException, InterruptedException {
        String token = Files.readString(home.resolve("token")).strip();
        HttpRequest request = HttpRequest.newBuilder(URI.create(url + "/api/v1" + path))
                .header("Authorization", "Bearer " + token)
                .timeout(PATIENCE)
                .build();
        HttpClient http = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .connectTimeout(PATIENCE)
                .build();
        HttpResponse<String> response = http.send(request, HttpResponse.BodyHandlers.ofString());
        if (response.statusCode() != 200) {
            throw new IOException("status " + response.statusCode());
        }
        return JSON.readTree(response.body());
    }
}
