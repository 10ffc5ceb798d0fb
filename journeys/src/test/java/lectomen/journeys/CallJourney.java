package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpRequest.BodyPublishers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import lectomen.standins.business.BusinessStandIn;
import lectomen.standins.business.BusinessStandIn.Mood;
import lectomen.standins.business.ReceivedCall;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Another system is called when documents are filed or fail. */
class CallJourney {
    @TempDir
    private static Path temp;

    private static BusinessStandIn system;
    private static ServiceInTest service;

    @BeforeAll
    static void start() throws Exception {
        system = BusinessStandIn.start(0, call -> {});
        Path home = Files.createDirectories(temp.resolve("home"));
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  berth-system:
                    web: { address: "http://localhost:%d/documents", secret: berth-key, private: yes }
                """.formatted(system.port()));
        service = ServiceInTest.startAt(home, Duration.ZERO);
        service.live("""
                lectomen: 1
                rule: permits
                from: { folder: "{inbox}/permits", arrives: whole }
                do:
                  - find: permit
                    fields:
                      vessel: { right of: Vessel, required: yes }
                  - name: "Permit {vessel}"
                  - file: { in: archive }
                then:
                  filed: { call: { connection: berth-system, fields: [vessel, filed as] } }
                  failed: { call: berth-system }
                """);
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
        system.close();
    }

    private static List<JsonNode> calls() {
        return system.received().stream()
                .map(ReceivedCall::body)
                .map(RunningService.JSON::readTree)
                .toList();
    }

    @Test
    void theSystemIsToldOfWhatTheRuleSaysAndTheKeyIsAwaited() throws Exception {
        service.drop("permits", "heron.txt", "Vessel: Grey Heron\n".getBytes());
        String id = service.awaitJob("heron.txt", "filed").path("id").asString();
        service.awaitInTime(
                "the missing key is said",
                () -> service.get("/jobs/" + id).toString().contains("berth-key\\\" is missing"));
        service.send(service.request("/secrets/berth-key").PUT(BodyPublishers.ofString("the lamp is lit")));
        service.awaitInTime("it is called", () -> calls().size() == 1);
        JsonNode call = calls().get(0);
        assertThat(call.path("event").asString()).isEqualTo("filed");
        assertThat(call.path("job").asString()).isEqualTo(id);
        assertThat(call.path("fields").toString())
                .isEqualTo("{\"vessel\":\"Grey Heron\",\"filed as\":\"Permit Grey Heron.txt\"}");
        assertThat(system.received().get(0).header("signature-input").orElseThrow())
                .contains("\"content-digest\"", "keyid=\"berth-system\"");
        service.awaitInTime(
                "its receipt", () -> service.get("/jobs/" + id).toString().contains("\"answer\":\"201\""));
        assertThat(service.client("job", "show", id).out()).contains("Call", "berth-system");
        system.setMood(Mood.SILENT);
        service.drop("permits", "no vessel.txt", "Quay: Lantern Quay\n".getBytes());
        service.awaitJob("no vessel.txt", "failed");
        service.awaitInTime("it gave no answer", () -> calls().size() == 2);
        system.setMood(Mood.GOOD);
        service.awaitInTime("it is called again", () -> calls().size() == 3);
        JsonNode failed = calls().get(2);
        assertThat(failed.path("reason").path("code").asString()).isNotEmpty();
        assertThat(failed.path("fields")).isEmpty();
        assertThat(system.records()).as("the same call is known by its key").isEqualTo(2);
    }
}
